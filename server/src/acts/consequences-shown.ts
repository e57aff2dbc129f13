import type { z } from 'zod';
import type { CustomKeyset, EditPlace, SentChange } from '@crib/core/contract';
import { problem } from '@crib/core/error';
import { placeKey, shownKeys, type Consequence } from '@crib/core/keyset';
import { say } from '@crib/core/words';
import { WithDetails } from './details.ts';

type Asked = z.output<typeof SentChange>;

/** A save that would have other consequences than the editor was shown comes back with the difference. */
export function refuseUnseen(keyset: CustomKeyset, asked: Asked, following: readonly Consequence[]): void {
  const now = shownKeys(following);
  const shown = new Set(asked.shown);
  const unseen = now.filter((key) => !shown.has(key));
  const overtaken = [...shown].filter((key) => !now.includes(key));
  if (unseen.length === 0 && overtaken.length === 0) return;
  const details = following.map((one, index) => ({
    key: shownKeys([one])[0] ?? String(index),
    sentence: say(one.said),
  }));
  const since = keyset.revision === asked.revision ? '' : ' Someone else changed this keyset.';
  const sentence = unseen.length
    ? `This would also do what you were not shown: ${details
        .filter((one) => unseen.includes(one.key))
        .map((one) => one.sentence)
        .join(' ')}${since}`
    : `This would no longer do all you were shown.${since}`;
  throw new WithDetails(problem('other-consequences', sentence), {
    revision: keyset.revision,
    consequences: details,
  });
}

/** An edit that came meanwhile at the very place is not written over unseen. */
export function refuseOvertaking(keyset: CustomKeyset, asked: Asked, since: readonly EditPlace[]): void {
  const places = new Set([...asked.put, ...asked.remove].map(placeKey));
  if (!since.some((place) => places.has(placeKey(place)))) return;
  const sentence = 'Someone else just edited this command. Check the current shortcut, then save again.';
  throw new WithDetails(problem('other-consequences', sentence), {
    revision: keyset.revision,
    consequences: [],
  });
}
