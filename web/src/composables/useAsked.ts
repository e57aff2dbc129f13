import { shallowRef } from 'vue';
import type { Problem } from '@crib/core/error';
import { problemsOf } from '../api/client.ts';
import { asking } from './asking.ts';

/**
 * What a view asks for, again and again: only what the last question brings is taken, or why it failed. Null where there is
 * nothing to ask for.
 */
export function useAsked<Found>(question: () => Promise<Found> | null, take: (found: Found) => void) {
  const failed = shallowRef<Problem | null>(null);
  const turn = asking();
  async function load() {
    const last = turn();
    failed.value = null;
    try {
      const found = await question();
      if (found !== null && last()) take(found);
    } catch (error) {
      if (last()) failed.value = problemsOf(error)[0]!;
    }
  }
  return { failed, load };
}
