import { shallowRef } from 'vue';
import { opened, type Opened } from '@crib/core/keyset';
import type { App, AppOverview, Catalogue } from '@crib/core/contract';
import { ask } from '../api/client.ts';

/** The other programs, each as its newest release has it; null until somebody has asked for them. */
export const otherPrograms = shallowRef<readonly Opened[] | null>(null);

/** Fetches all programs but one. */
export async function lookElsewhere(butNot: string): Promise<void> {
  const apps = (await ask<App[]>('GET', '/api/apps')).filter((one) => one.slug !== butNot);
  const found = await Promise.all(
    apps.map(async ({ slug }) => {
      const { releases } = await ask<AppOverview>('GET', `/api/apps/${slug}`);
      return releases[0] ? [await ask<Catalogue>('GET', `/api/releases/${releases[0].id}`)] : [];
    }),
  );
  otherPrograms.value = found.flat().map(opened);
}
