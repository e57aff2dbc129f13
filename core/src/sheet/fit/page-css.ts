import { FACE_TABLES, type Face } from './metrics.generated.ts';

/** A browser puts a line of height 1 with the middle of its ascent and descent in the middle: so far down is the baseline. */
const baseline = (face: Face) => {
  const { ascent, descent, unitsPerEm } = FACE_TABLES[face];
  return Math.round((1000 * (unitsPerEm + ascent + descent)) / 2 / unitsPerEm) / 1000;
};
const FAMILIES: readonly (readonly [Face, string, number])[] = [
  ['text', 'Crib Text', 400],
  ['head', 'Crib Head', 700],
  ['keys', 'Crib Keys', 500],
  ['signs', 'Crib Signs', 400],
];

/** Pages without their places: what stands there flows, for narrow screens and for what was looked for. */
const flow = (at: string) => `
${at} .leaf { width: auto; height: auto; overflow: visible; padding: 0 0 12px; }
${at} .leaf .b, ${at} .leaf .b .l { position: static; width: auto; height: auto; }
${at} .leaf .b .l { margin: 0; font-size: inherit; line-height: inherit; white-space: normal; }
${at} .leaf i, ${at} .leaf .code, ${at} .leaf + .leaf .foot { display: none; }
${at} .leaf .drawing.b { position: relative; --u: calc(100cqw / var(--w)); height: calc(var(--h) * var(--u)); }
${at} .leaf .drawing.b .l { position: absolute; font-size: calc(var(--s) * var(--u)); line-height: 1; }
${at} .leaf h1 { font-size: 26px; line-height: 1.15; }
${at} .leaf h2 { margin: 14px 0 4px; padding-bottom: 3px; border-bottom: 2px solid currentColor; font-size: 17px; line-height: 1.3; }
${at} .leaf p { margin: 4px 0; font-size: 15px; line-height: 1.4; }
${at} .leaf .foot { font-size: 12.5px; }
${at} .leaf li { display: flow-root; padding: 8px 0; border-bottom: 1px solid var(--leaf-rule, #ddd8cb); font-size: 16px; line-height: 1.35; }
${at} .leaf li.fresh { padding-left: 8px; border-left: 4px solid var(--leaf-ink, #182430); }
${at} .leaf li .name { display: block; }
${at} .leaf li kbd, ${at} .leaf .none { display: inline-block; margin: 0 3px 3px 0; padding: 1px 6px; }
${at} .leaf li small { display: block; font-size: 13.5px; }
`;

/** What the pages of a sheet look like: its faces by their names, and its lines. Readable in black and white. */
export const PAGE_CSS = `
.leaf { position: relative; width: calc(var(--w) * var(--u, 1pt)); height: calc(var(--h) * var(--u, 1pt)); overflow: hidden; background: var(--leaf, #fff); color: var(--leaf-ink, #182430); text-rendering: geometricPrecision; font-kerning: normal; font-variant-ligatures: none; }
.leaf .b { position: absolute; box-sizing: border-box; left: calc(var(--x) * var(--u, 1pt)); top: calc(var(--y) * var(--u, 1pt)); width: calc(var(--w) * var(--u, 1pt)); height: calc(var(--h) * var(--u, 1pt)); margin: 0; padding: 0; }
.leaf .l { position: absolute; left: calc(var(--x) * var(--u, 1pt)); top: calc(var(--y) * var(--u, 1pt) - var(--b) * 1em); font-size: calc(var(--s) * var(--u, 1pt)); line-height: 1; white-space: pre; }
.leaf ul { margin: 0; padding: 0; list-style: none; }
.leaf .unseen { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap; }
.leaf .mid { color: var(--leaf-mid, #55616b); }
.leaf .light { color: var(--leaf, #fff); }
${FAMILIES.map(([face, family, weight]) => `.leaf .f-${face} { --b: ${baseline(face)}; font-family: '${family}', 'Crib Signs'; font-weight: ${weight};${face === 'signs' ? ' font-kerning: none;' : ''} font-style: normal; }`).join('\n')}
.leaf kbd { border: calc(0.5 * var(--u, 1pt)) solid var(--leaf-edge, #8a8372); color: var(--leaf-ink, #182430); }
.leaf kbd.own { border: 0; background: var(--leaf-ink, #182430); color: var(--leaf, #fff); print-color-adjust: exact; }
.leaf kbd .l { margin: calc(-0.5 * var(--u, 1pt)); }
.leaf kbd.fixed { border: calc(1.4 * var(--u, 1pt)) solid var(--leaf-ink, #182430); }
.leaf kbd.fixed .l { margin: calc(-1.4 * var(--u, 1pt)); }
.leaf kbd.own .l { margin: 0; }
.leaf .cell { border: calc(0.5 * var(--u, 1pt)) solid var(--leaf-mid, #55616b); }
.leaf .tick { border: calc(0.7 * var(--u, 1pt)) solid var(--leaf-ink, #182430); }
.leaf .rule { border-top: calc(1.2 * var(--u, 1pt)) solid var(--leaf-ink, #182430); }
.leaf .hair { border-top: calc(0.5 * var(--u, 1pt)) solid var(--leaf-rule, #ddd8cb); }
.leaf i.fresh { background: var(--leaf-ink, #182430); print-color-adjust: exact; }
.leaf .fold { border-left: calc(0.4 * var(--u, 1pt)) dashed var(--leaf-edge, #8a8372); }
.leaf .drawing svg { display: block; width: 100%; height: 100%; overflow: hidden; }
.leaf .drawing path { fill: none; stroke: var(--leaf-ink, #182430); }
.leaf .drawing path.mid { stroke: var(--leaf-mid, #55616b); }
.leaf .drawing path.faint { stroke: var(--leaf-edge, #8a8372); }
.leaf .drawing path.area { fill: var(--leaf-ink, #182430); stroke: none; }
.leaf .drawing path.area.mid { fill: var(--leaf-mid, #55616b); }
.leaf .drawing path.area.faint { fill: var(--leaf-rule, #ddd8cb); }
.leaf .drawing path.area.paper { fill: #fff; }
@media screen and (max-width: 700px) {${flow('.flows')}}
@media screen {${flow('.flows.flowing')}}
`;
