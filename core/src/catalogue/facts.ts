import { refuse } from '../error/index.ts';
import type { Catalogue, FactCorrection, SentFacts } from '../contract/index.ts';
import { contextTree } from './contexts.ts';

type Corrected = Pick<FactCorrection, 'what' | 'subject' | 'field' | 'now'>;

/**
 * What a correction of a sealed release changes, thing by thing; what it says already is no correction. Refuses what is
 * not there, and a place that would lie within itself.
 */
export function correctedFacts(asked: SentFacts, { commands, contexts, app, keysets }: Catalogue): Corrected[] {
  const different = (subject: number, now: object, before: object): Corrected[] =>
    Object.entries(now).flatMap(([field, value]) => {
      const same = JSON.stringify(value) === JSON.stringify(before[field as keyof typeof before]);
      return same || value === undefined ? [] : [{ what: asked.what, subject, field, now: value as unknown }];
    });
  const there = <One extends { readonly id: number }>(list: readonly One[], id: number, name: string): One =>
    list.find((one) => one.id === id) ?? refuse('not-found', `There is no ${name} ${id} in this release.`);
  if (asked.what === 'command') {
    if (asked.words.home !== undefined) there(contexts, asked.words.home, 'place');
    return different(asked.subject, asked.words, there(commands, asked.subject, 'command'));
  }
  if (asked.what === 'place') {
    const before = there(contexts, asked.subject, 'place');
    const { parent } = asked.place;
    if (parent !== undefined && (parent === null) !== (before.parent === null))
      refuse('no-context', '“Everywhere” must stay at the top level; every other context needs a parent.');
    if (typeof parent === 'number') {
      there(contexts, parent, 'place');
      if (contextTree(contexts).chain(parent).includes(asked.subject))
        refuse('no-context', `${before.name} cannot contain itself.`);
    }
    return different(asked.subject, asked.place, before);
  }
  if (asked.what === 'policy') {
    const same = JSON.stringify(asked.policy) === JSON.stringify(app.keyPolicy);
    return same ? [] : [{ what: 'policy', subject: null, field: 'keyPolicy', now: asked.policy }];
  }
  const keyset = there(keysets, asked.keyset, 'keyset');
  if (keyset.kind !== 'shipped') refuse('other-kind', `${keyset.name} is not part of this release.`);
  return keyset.isDefault ? [] : [{ what: 'default', subject: null, field: 'keyset', now: asked.keyset }];
}
