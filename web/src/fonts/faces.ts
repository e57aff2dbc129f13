import { PAGE_CSS } from '@crib/core/sheet';
import head from '@expo-google-fonts/bricolage-grotesque/700Bold/BricolageGrotesque_700Bold.ttf?url';
import keys from '@expo-google-fonts/atkinson-hyperlegible-mono/500Medium/AtkinsonHyperlegibleMono_500Medium.ttf?url';
import text from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf?url';
import letters from './letters.woff2?url';
import signs from './signs.woff2?url';
import { once } from '@crib/core/memory';

/** Family, file, weight, and which signs it is for, unless for all. */
const FACES: readonly (readonly [string, string, string, string?])[] = [
  ['Crib Text', text, '400'],
  ['Crib Head', head, '700'],
  ['Crib Keys', keys, '500'],
  ['Crib Signs', signs, '400'],
  ['Crib Signs', letters, '400', 'U+370-4FF'],
];

/** Gives the document the faces that pages are measured with, and what their lines look like. */
export const paperFaces = once(() => {
  for (const [family, url, weight, unicodeRange = 'U+0-10FFFF'] of FACES)
    document.fonts.add(new FontFace(family, `url(${url})`, { weight, unicodeRange }));
  const style = document.createElement('style');
  style.textContent = PAGE_CSS;
  document.head.append(style);
});
