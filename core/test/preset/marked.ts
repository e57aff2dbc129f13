import type { Mark } from '../../src/preset/index.ts';
import { catalogue } from '../list/fixtures.ts';
import { NAMES, stored, type Shaped } from './shaped-files.ts';

export const fileOf = ({ text, utf16 }: Shaped) => {
  if (!utf16) return new TextEncoder().encode(text);
  return new Uint8Array([0xff, 0xfe, ...[...text].flatMap((one) => [one.charCodeAt(0) & 255, one.charCodeAt(0) >> 8])]);
};
export function marksOf({ text, bindings, marked, show, means, whole, labels }: Shaped): Mark[] {
  return marked.map((at) => {
    const { strokes: written } = bindings[at]!;
    const name = labels ? `Does ${bindings[at]!.name}` : bindings[at]!.name;
    // The place where both stand nearest to one another is the record.
    const keys = whole?.(bindings[at]!, at) ?? show(written);
    const all = (part: string) =>
      [
        ...text.matchAll(new RegExp(`(?<![\\w.-])${part.replace(/[.*+?^${}()|[\]\\<>-]/g, '\\$&')}(?![\\w+|-])`, 'g')),
      ].map((one) => one.index);
    const pairs = all(name)
      .flatMap((a) => all(keys).map((b) => [a, b] as const))
      .sort((p, q) => Math.abs(p[0] - p[1]) - Math.abs(q[0] - q[1]));
    const [a, b] = pairs[0]!;
    return {
      command: { from: a, to: a + name.length },
      keys: { from: b, to: b + keys.length },
      ...(means ? { means: stored(written) } : {}),
    };
  });
}
export const spanOf = (text: string, part: string, from: number) => ({
  from: text.indexOf(part, from),
  to: text.indexOf(part, from) + part.length,
});
export const app = catalogue(
  NAMES.map((name) => ({ name, label: `Does ${name}` })),
  [],
);
