import { createRequire } from 'node:module';
import type { Face } from '@crib/core/sheet';

const require = createRequire(import.meta.url);
const fontFile = (path: string) => require.resolve(path);
const google = (family: string, weight: string, file: string) =>
  fontFile(`@expo-google-fonts/${family}/${weight}/${file}_${weight}.ttf`);

/** The font files of sheets, in print as on screen; the last has the signs that the others lack. */
export const FACE_FILES: Readonly<Record<Face, string>> = {
  text: google('atkinson-hyperlegible-next', '400Regular', 'AtkinsonHyperlegibleNext'),
  head: google('bricolage-grotesque', '700Bold', 'BricolageGrotesque'),
  keys: google('atkinson-hyperlegible-mono', '500Medium', 'AtkinsonHyperlegibleMono'),
  signs: fontFile('dejavu-fonts-ttf/ttf/DejaVuSans.ttf'),
};
