import { shallowRef } from 'vue';
import { standings } from '@crib/core/crosswalk';
import { opened } from '@crib/core/keyset';
import type { OtherProgram } from '@crib/core/reach';
import type { Crosswalk } from '@crib/core/contract';
import { fetchAnswer } from '../api/queries.ts';

/** The other programs, each as its newest release has it; null until somebody has asked for them. */
export const otherPrograms = shallowRef<readonly OtherProgram[] | null>(null);

/** The crosswalk between two programs, whichever way it goes, or none. */
export async function crosswalkBetween(slug: string, other: string): Promise<Crosswalk | null> {
  const list = await fetchAnswer('GET /api/apps/:slug/crosswalks', { slug });
  const found = list.find(({ from, to }) => from.slug === other || to.slug === other);
  return found ? fetchAnswer('GET /api/crosswalks/:id', { id: found.id }) : null;
}

/** Which commands of the other end answer to a command of an app, by a crosswalk; null where nobody has judged. */
function answeringBy(crosswalk: Crosswalk | null, slug: string): OtherProgram['answering'] {
  if (!crosswalk) return () => null;
  const standing = standings(crosswalk.commands, crosswalk.from.slug === slug ? 'source' : 'target');
  return (command) => {
    const { kind, matches } = standing(command);
    return kind === 'counterparts' || kind === 'none' ? matches.map((one) => one.target) : null;
  };
}

/** Fetches all programs but one, with what was judged between it and them. */
export async function lookElsewhere(butNot: string): Promise<void> {
  const apps = (await fetchAnswer('GET /api/apps', {})).filter((one) => one.slug !== butNot);
  const found = await Promise.all(
    apps.map(async ({ slug }): Promise<OtherProgram[]> => {
      const { releases } = await fetchAnswer('GET /api/apps/:slug', { slug });
      if (!releases[0]) return [];
      const program = opened(await fetchAnswer('GET /api/releases/:id', { id: releases[0].id }));
      return [{ program, answering: answeringBy(await crosswalkBetween(butNot, slug), butNot) }];
    }),
  );
  otherPrograms.value = found.flat();
}
