import { computed, onBeforeUnmount, onMounted, shallowRef } from 'vue';
import type { RouteLocationRaw } from 'vue-router';
import type { AppOverview, Desk, DeskLine } from '@crib/core/contract';
import { platformName } from '@crib/core/keys';
import type { Problem } from '@crib/core/error';
import { problemsOf } from '../../api/client.ts';
import { fetchAnew } from '../../api/queries.ts';
import { layoutsInHand } from '../../composables/in-hand.ts';
import { usePlace } from '../../composables/usePlace.ts';

/** A line of the desk in words, and where it leads. */
export interface WaitingLine {
  readonly key: string;
  readonly count: number;
  readonly subject: string;
  readonly said: string;
  readonly act: string;
  readonly to: RouteLocationRaw;
}

const plural = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`;
const GROUPS = [
  { title: 'Learners see this now', tone: 'flag', kinds: ['stale'] },
  { title: 'Learners have said', tone: 'flag', kinds: ['reports'] },
  {
    title: 'Work that was begun',
    tone: 'sun',
    kinds: ['proposals', 'remarks', 'open', 'carry', 'lineage', 'unjudged'],
  },
  { title: 'Worth a look', tone: '', kinds: ['errors', 'keyless', 'untried'] },
] as const satisfies readonly { title: string; tone: string; kinds: readonly DeskLine['kind'][] }[];
/** A kind of line that stands in no group would not be seen. */
type Unseen = Exclude<DeskLine['kind'], (typeof GROUPS)[number]['kinds'][number]>;
[] satisfies Unseen[] satisfies never[];

/** The desk: the apps at once, and what waits in each as it is found. */
export function useDesk() {
  const { luggage } = usePlace();
  const apps = shallowRef<readonly AppOverview[] | null>(null);
  const desks = shallowRef<readonly Desk[]>([]);
  const failed = shallowRef<Problem | null>(null);
  const looking = shallowRef('');
  let left = false;
  onBeforeUnmount(() => (left = true));

  async function load() {
    failed.value = null;
    try {
      const list = await fetchAnew('GET /api/apps', {});
      apps.value = await Promise.all(list.map((app) => fetchAnew('GET /api/apps/:slug', { slug: app.slug })));
      desks.value = [];
      const layouts = layoutsInHand.value.map((one) => one.id).join();
      // One after another: what an app has in wait is computed from its catalogues.
      for (const app of list) {
        if (left) return;
        looking.value = app.name;
        desks.value = [...desks.value, await fetchAnew('GET /api/apps/:slug/desk', { slug: app.slug, layouts })];
      }
    } catch (error) {
      failed.value = problemsOf(error)[0]!;
    } finally {
      looking.value = '';
    }
  }
  onMounted(load);

  function worded(slug: string, line: DeskLine): WaitingLine {
    const app = apps.value?.find((one) => one.slug === slug)?.name ?? slug;
    const at = (name: string, query: Record<string, string> = {}, params: Record<string, string | number> = {}) => ({
      name,
      params: { app: slug, release: line.release, ...params },
      query: { ...luggage.value, ...query },
    });
    const key = `${slug} ${line.kind} ${line.release} ${'proposal' in line ? line.proposal : 'keyset' in line ? line.keyset : 'id' in line ? `${line.of} ${line.id}` : 'platform' in line ? line.platform : 'crosswalk' in line ? line.crosswalk : ''}`;
    const base = { key, count: line.count };
    switch (line.kind) {
      case 'stale': {
        const count = line.count + (line.count ? 0 : (line.next?.count ?? 0));
        const now = line.count ? ` is wrong in ${plural(line.count, 'line')}` : '';
        const next = line.next
          ? `${now ? ', and' : ' is wrong'} in ${plural(line.next.count, 'line')} for learners on ${line.next.release}`
          : '';
        const to = at('impact', { edition: `${line.of} ${line.id}` });
        return { ...base, count, subject: line.title, said: `${now}${next}`, act: 'Look and publish again', to };
      }
      case 'open':
        return {
          ...base,
          subject: line.name,
          said: ` for ${line.release}: ${plural(line.count, 'edit')} of the keyset it was carried from ${line.count === 1 ? 'is' : 'are'} undecided`,
          act: 'Decide',
          to: at('keyset', {}, { keyset: line.keyset }),
        };
      case 'carry':
        return {
          ...base,
          subject: line.name,
          said: ` has ${plural(line.count, 'edit')} on ${line.release} and is not carried to ${line.to} yet`,
          act: 'Carry forward',
          to: {
            ...at('carry', {}, { keyset: line.keyset }),
            params: { app: slug, release: line.to, keyset: line.keyset },
          },
        };
      case 'lineage':
        return {
          ...base,
          subject: `${app} ${line.release}`,
          said: `: ${plural(line.count, 'command or place', 'commands and places')} may be ${line.count === 1 ? 'an old one' : 'old ones'} renamed`,
          act: 'Confirm or refuse',
          to: at('lineage'),
        };
      case 'unjudged':
        return {
          ...base,
          subject: `${line.from} to ${app}`,
          said: `: ${plural(line.count, 'command')} of ${line.from} ${line.count === 1 ? 'is' : 'are'} not judged yet`,
          act: 'Judge',
          to: at('judging', { show: 'unjudged' }, { crosswalk: line.crosswalk }),
        };
      case 'reports':
        return {
          ...base,
          subject: app,
          said: `: ${plural(line.count, 'report')} of learners ${line.count === 1 ? 'waits' : 'wait'}`,
          act: 'Read them',
          to: at('handouts', { view: 'reports' }),
        };
      case 'proposals':
        return {
          ...base,
          subject: line.name,
          said: ` on ${line.release}: ${line.who} proposes ${plural(line.count, 'edit')}`,
          act: 'Look at them',
          to: at('proposals', { proposal: String(line.proposal) }),
        };
      case 'remarks':
        return {
          ...base,
          subject: app,
          said: `: ${plural(line.count, 'remark')} on commands ${line.count === 1 ? 'is' : 'are'} open`,
          act: 'Read them',
          to: at('remarks'),
        };
      case 'errors':
        return {
          ...base,
          subject: line.name,
          said: ` on ${line.release}: ${plural(line.count, 'clash', 'clashes')} of severity error`,
          act: 'Clashes',
          to: at('clashes', { severity: 'error' }, { keyset: line.keyset }),
        };
      case 'keyless':
        return {
          ...base,
          subject: line.name,
          said: ` on ${line.release}: ${plural(line.count, 'command')} used often ${line.count === 1 ? 'has' : 'have'} no key on ${platformName(line.platform)}`,
          act: 'Find keys',
          to: at('keyset', { narrow: 'without,often', platform: line.platform }, { keyset: line.keyset }),
        };
      case 'untried':
        return {
          ...base,
          subject: `${app} ${line.release}`,
          said: `: nobody has tried the shipped keys of ${plural(line.count, 'command')} on ${new Intl.ListFormat('en').format(line.platforms.map(platformName))}`,
          act: 'Begin a round',
          to: at('round', { platform: line.platforms[0]! }),
        };
    }
  }
  const groups = computed(() =>
    GROUPS.map(({ title, tone, kinds }) => ({
      title,
      tone,
      lines: desks.value.flatMap(({ app, lines }) =>
        lines.filter((line) => (kinds as readonly string[]).includes(line.kind)).map((line) => worded(app, line)),
      ),
    })),
  );
  return { apps, failed, groups, looking, load };
}
