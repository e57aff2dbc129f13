import { each } from '../../memory/index.ts';
import { FACE_TABLES, type Face } from './metrics.generated.ts';

/** A piece of text in one face, where it begins on its line and how wide it is, in pt. */
export interface Run {
  readonly text: string;
  readonly face: Face;
  readonly x: number;
  readonly width: number;
}
/** A line of text with its runs. */
export interface Line {
  readonly runs: readonly Run[];
  readonly width: number;
  /** It ends within a word, which was too wide for a line. */
  readonly cut: boolean;
}

interface Measured {
  readonly unitsPerEm: number;
  readonly advance: ReadonlyMap<string, number>;
  readonly kern: ReadonlyMap<string, number>;
}
const measured = (face: Face): Measured => {
  const { unitsPerEm, advances, kerning } = FACE_TABLES[face];
  const pairs = (text: string) => Array.from({ length: text.length / 2 }, (_, at) => text.slice(2 * at, 2 * at + 2));
  return {
    unitsPerEm,
    advance: new Map(advances.flatMap(([width, signs]) => [...signs].map((sign) => [sign, width] as const))),
    kern: new Map(kerning.flatMap(([by, text]) => pairs(text).map((pair) => [pair, by] as const))),
  };
};
const TABLES: Readonly<Record<Face, Measured>> = {
  text: measured('text'),
  head: measured('head'),
  keys: measured('keys'),
  signs: measured('signs'),
};

/** The face that a sign is set in: the one asked for, or the one that has the signs of keys. */
const faceOf = (sign: string, face: Face): Face => (TABLES[face].advance.has(sign) ? face : 'signs');

/** How wide a text is in one face, with kerning, in em; a sign that no face has is as wide as a capital. */
function widthIn(text: string, face: Face): number {
  const { advance, kern, unitsPerEm } = TABLES[face];
  let [sum, before] = [0, ''];
  for (const sign of text) {
    sum += (advance.get(sign) ?? 0.7 * unitsPerEm) + (before ? (kern.get(before + sign) ?? 0) : 0);
    before = sign;
  }
  return sum / unitsPerEm;
}

/** Measures texts; what comes again, at any size, is measured once. */
export interface Measurer {
  /** How wide a text is, in pt. */
  width(text: string, face: Face, size: number): number;
  /**
   * A text broken into lines of at most a width (pt): at spaces, and at zero-width ones, each line as full as it can be; a
   * word that is wider than a line is broken where it is full. White space is one space.
   */
  lines(text: string, face: Face, size: number, width: number): Line[];
}

/** What something is set in: the size of its type and the width that it has, in pt, and how type is measured. */
export interface Type {
  readonly size: number;
  readonly width: number;
  readonly measure: Measurer;
}

interface Piece {
  readonly text: string;
  readonly face: Face;
  readonly em: number;
}

/** A place where a line may end, and nothing is seen. */
export const ZERO = '\u200b';

export function measurer(): Measurer {
  /** A text as pieces of one face each. */
  const inFace = each((face: Face) =>
    each((text: string): { pieces: readonly Piece[]; em: number } => {
      const pieces: Piece[] = [];
      let [at, current] = ['', face];
      const close = () => at && pieces.push({ text: at, face: current, em: widthIn(at, current) });
      for (const sign of text) {
        const next = faceOf(sign, face);
        if (next !== current) {
          close();
          at = '';
        }
        current = next;
        at += sign;
      }
      close();
      return { pieces, em: pieces.reduce((sum, one) => sum + one.em, 0) };
    }),
  );
  const em = (text: string, face: Face) => inFace(face)(text).em;
  /** A space between two signs, kerned to both. */
  const gap = each((face: Face) =>
    each((pair: string) => widthIn(`${pair[0]} ${pair[1]}`, face) - widthIn(pair[0]!, face) - widthIn(pair[1]!, face)),
  );
  /** The words of a text with how wide they are and what lies between them, and all of them in one line. */
  const wordsOf = each((face: Face) =>
    each((text: string) => {
      const words: { piece: string; glued: boolean; wide: number; between: number }[] = [];
      for (const word of text.split(/\s+/))
        for (const [at, piece] of word.split(ZERO).filter(Boolean).entries()) {
          const before = words.at(-1);
          const between = at > 0 || !before ? 0 : gap(face)(before.piece.at(-1)! + piece[0]!);
          words.push({ piece, glued: at > 0, wide: em(piece, face), between });
        }
      const whole = words.map(({ piece, glued }, at) => (glued || at === 0 ? piece : ` ${piece}`)).join('');
      return { words, whole, em: em(whole, face) };
    }),
  );

  function line(text: string, face: Face, size: number): Line {
    const { pieces, em: whole } = inFace(face)(text);
    let x = 0;
    const runs = pieces.map((one): Run => {
      const run = { text: one.text, face: one.face, x, width: size * one.em };
      x += run.width;
      return run;
    });
    return { runs, width: size * whole, cut: false };
  }
  /** A word in parts that fit a line. */
  function parts(word: string, face: Face, most: number): string[] {
    if (em(word, face) <= most) return [word];
    const found: string[] = [];
    let at = '';
    for (const sign of word) {
      if (at && widthIn(at + sign, face) > most) {
        found.push(at);
        at = '';
      }
      at += sign;
    }
    return [...found, at];
  }
  return {
    width: (text, face, size) => size * em(text, face),
    lines(text, face, size, width) {
      const most = width / size;
      const { words, whole, em: all } = wordsOf(face)(text);
      if (all <= most) return whole ? [line(whole, face, size)] : [];
      const found: string[] = [];
      const cuts = new Set<number>();
      let [now, used] = ['', 0];
      for (const { piece, glued, wide, between } of words) {
        const [first, ...more] = wide <= most ? [piece] : parts(piece, face, most);
        const taken = more.length ? em(first!, face) : wide;
        if (now && used + between + taken <= most) {
          now += glued ? first! : ` ${first!}`;
          used += between + taken;
        } else {
          if (now) found.push(now);
          now = first!;
          used = taken;
        }
        for (const part of more) {
          cuts.add(found.push(now) - 1);
          now = part;
          used = em(part, face);
        }
      }
      if (now) found.push(now);
      return found.map((one, at) => ({ ...line(one, face, size), cut: cuts.has(at) }));
    },
  };
}
