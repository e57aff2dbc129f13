// @ts-check
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';

/**
 * Writes how wide the signs of the faces of sheets are, and how pairs of them are kerned, from the font files that ship:
 * a page then breaks its lines without a font library, and as paper does. Cuts the font that has the signs of keys to what
 * pages show of it, as the ranges in their styles say. Usage: node scripts/fonts.mjs
 */
const require = createRequire(new URL('../server/package.json', import.meta.url));
/**
 * @typedef {{ advanceWidth: number, bbox: { maxY: number } }} Glyph
 * @typedef {{ unitsPerEm: number, ascent: number, descent: number, capHeight: number,
 *   hasGlyphForCodePoint: (code: number) => boolean, glyphForCodePoint: (code: number) => Glyph,
 *   layout: (text: string, features: object) => { positions: { xAdvance: number }[] } }} Font
 * @type {{ openSync: (file: string) => Font }}
 */
const fontkit = require('fontkit');
/** @type {(font: Buffer, text: string, options: { targetFormat: 'woff2' }) => Promise<Buffer>} */
const subsetFont = require('subset-font');
const google = (/** @type {string} */ family, /** @type {string} */ weight, /** @type {string} */ file) =>
  require.resolve(`@expo-google-fonts/${family}/${weight}/${file}_${weight}.ttf`);
const FACES = {
  text: google('atkinson-hyperlegible-next', '400Regular', 'AtkinsonHyperlegibleNext'),
  head: google('bricolage-grotesque', '700Bold', 'BricolageGrotesque'),
  keys: google('atkinson-hyperlegible-mono', '500Medium', 'AtkinsonHyperlegibleMono'),
  signs: require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf'),
};
/** Letters that labels are written with in the languages of Latin script, and what stands around them. */
const LATIN = [
  [0x20, 0x7e],
  [0xa0, 0x24f],
  [0x2010, 0x2027],
  [0x2030, 0x203a],
  [0x20ac, 0x20ac],
  [0x2122, 0x2122],
  [0x2212, 0x2212],
];
/** Signs of keys, arrows, mathematics, Greek and Cyrillic, for which the others are not sure to have a glyph. */
const MORE = [
  [0x370, 0x4ff],
  [0x2190, 0x21ff],
  [0x2200, 0x22ff],
  [0x2300, 0x23ff],
  [0x25a0, 0x25ff],
  [0x2610, 0x2612],
  [0x2713, 0x2717],
  [0x2660, 0x2667],
];
const KERNED = [
  [0x20, 0x7e],
  [0xc0, 0xff],
  [0x2019, 0x201d],
];
const each = (/** @type {number[][]} */ ranges) =>
  ranges.flatMap(([from = 0, to = 0]) => Array.from({ length: to - from + 1 }, (_, i) => from + i));
const PLAIN = { liga: false, clig: false, calt: false };

const faces = Object.entries(FACES).map(([name, file]) => {
  const font = fontkit.openSync(file);
  const has = each(name === 'signs' ? [...LATIN, ...MORE] : LATIN).filter((code) => font.hasGlyphForCodePoint(code));
  const width = (/** @type {number} */ code) => font.glyphForCodePoint(code).advanceWidth;
  /** @type {Map<number, number[]>} */
  const byWidth = new Map();
  for (const code of has) byWidth.set(width(code), [...(byWidth.get(width(code)) ?? []), code]);
  const advances = [...byWidth]
    .sort((a, b) => b[1].length - a[1].length)
    .map(([advance, codes]) => [advance, String.fromCodePoint(...codes)]);
  /** @type {Map<number, string>} */
  const byKern = new Map();
  const letters =
    name === 'keys' || name === 'signs' ? [] : each(KERNED).filter((code) => font.hasGlyphForCodePoint(code));
  for (const a of letters)
    for (const b of letters) {
      const pair = String.fromCodePoint(a, b);
      const { positions } = font.layout(pair, PLAIN);
      const kern = positions.reduce((sum, one) => sum + one.xAdvance, 0) - width(a) - width(b);
      if (kern !== 0) byKern.set(kern, (byKern.get(kern) ?? '') + pair);
    }
  const kerning = [...byKern].sort((a, b) => b[1].length - a[1].length);
  const { unitsPerEm, ascent, descent } = font;
  const capHeight = font.capHeight || Math.round(font.glyphForCodePoint(72).bbox.maxY);
  return `  ${name}: ${JSON.stringify({ unitsPerEm, ascent, descent, capHeight, advances, kerning })},`;
});
writeFileSync(
  new URL('../core/src/sheet/fit/metrics.generated.ts', import.meta.url),
  `/** Written by scripts/fonts.mjs from the font files of sheets; in units of the em. */
export interface FaceTable {
  readonly unitsPerEm: number;
  readonly ascent: number;
  readonly descent: number;
  readonly capHeight: number;
  /** Signs by their width. */
  readonly advances: readonly (readonly [number, string])[];
  /** Pairs of signs by how much nearer or farther they stand. */
  readonly kerning: readonly (readonly [number, string])[];
}
export type Face = 'text' | 'head' | 'keys' | 'signs';
export const FACE_TABLES: Readonly<Record<Face, FaceTable>> = {
${faces.join('\n')}
};
`,
);

/** What pages show in the last face: Greek and Cyrillic letters, and signs; each is fetched only where one is on the page. */
const CUT = {
  letters: [[0x370, 0x4ff]],
  signs: [
    [0x2190, 0x23ff],
    [0x2420, 0x2426],
    [0x25a0, 0x25ff],
    [0x2610, 0x2612],
    [0x2660, 0x2667],
    [0x2713, 0x2717],
  ],
};
const folder = new URL('../web/src/fonts/', import.meta.url);
mkdirSync(folder, { recursive: true });
for (const [name, ranges] of Object.entries(CUT)) {
  const text = String.fromCodePoint(...each(ranges));
  const cut = await subsetFont(readFileSync(FACES.signs), text, { targetFormat: 'woff2' });
  writeFileSync(new URL(`${name}.woff2`, folder), cut);
  console.log(`${name}.woff2: ${cut.length} bytes`);
}
