import type { PublicEdition } from '@crib/core/contract';

/** Why there is no edition to show. */
export type Missing = 'offline' | 'not there' | 'unanswered';

/** Fetches an edition, or tells why there is none. A learner’s page takes no schemas along for it. */
export async function fetchEdition(address: string): Promise<PublicEdition | Missing> {
  const answer = await fetch(`/public/editions/${encodeURIComponent(address)}`).catch(() => null);
  if (!answer) return 'offline';
  if (answer.status === 404 || answer.status === 400) return 'not there';
  const body = (await answer.json().catch(() => null)) as PublicEdition | null;
  return answer.ok && body ? body : 'unanswered';
}
