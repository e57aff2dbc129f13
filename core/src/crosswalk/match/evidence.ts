import { said, type Said } from '../../words/index.ts';
import type { Features } from './features.ts';

/** What speaks for a proposal and against it, the weightiest first, for the trainer. */
export function evidenceOf(features: Features): Said[] {
  const found: [boolean, Said][] = [
    [features.equal === 1, said('match.same words')],
    [features.equal === 0 && features.cover >= 0.85, said('match.like words')],
    [features.cover >= 0.5 && features.cover < 0.85, said('match.some words')],
    [features['by way'] > 0, said('match.by way')],
    [features.press > 0.1, said('match.same press')],
    [features.about >= 0.5, said('match.described')],
    [features.menu >= 0.7, said('match.menu')],
    [features.place >= 0.7, said('match.place')],
    [features.neighbours > 0, said('match.neighbours')],
    [features.opposite === 1, said('match.opposite')],
    [features['other action'] >= 0.5, said('match.other action')],
    [features['other keys'] > 0.1, said('match.other keys')],
    [features.numbers === 1, said('match.numbers')],
    [features.destroys === 1, said('match.destroys')],
  ];
  const list = found.flatMap(([holds, sentence]) => (holds ? [sentence] : []));
  return list.length ? list : [said('match.little')];
}
