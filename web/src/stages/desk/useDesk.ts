import { computed, onBeforeUnmount, onMounted, shallowRef } from 'vue';
import type { RouteLocationRaw } from 'vue-router';
import type { AppOverview, Desk, DeskLine } from '@crib/core/contract';
import { platformName } from '@crib/core/keys';
import type { Problem } from '@crib/core/error';
import { counted, listed } from '@crib/core/words';
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

const GROUPS = [
  { title: 'Published and wrong', tone: 'flag', kinds: ['stale'] },
  { title: 'Reports from learners', tone: 'flag', kinds: ['reports'] },
  {
    title: 'In progress',
    tone: 'sun',
    kinds: ['proposals', 'remarks', 'open', 'carry', 'lineage', 'unjudged'],
  },
  { title: 'Worth checking', tone: '', kinds: ['errors', 'keyless', 'untried'] },
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
        const now = line.count ? `: ${counted(line.count, 'wrong row')}` : '';
        const next = line.next
          ? now
            ? ` (${line.next.count} for learners on ${line.next.release})`
            : `: ${counted(line.next.count, 'wrong row')} for learners on ${line.next.release}`
          : '';
        const to = at('out-of-date', { edition: `${line.of} ${line.id}` });
        return { ...base, count, subject: line.title, said: `${now}${next}`, act: 'Review and republish', to };
      }
      case 'open':
        return {
          ...base,
          subject: line.name,
          said: `, ${line.release}: ${counted(line.count, 'edit')} still to decide`,
          act: 'Decide',
          to: at('keyset', {}, { keyset: line.keyset }),
        };
      case 'carry':
        return {
          ...base,
          subject: line.name,
          said: `: ${counted(line.count, 'edit')} on ${line.release}, not yet carried forward to ${line.to}`,
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
          said: `: ${counted(line.count, 'possible rename')}`,
          act: 'Review',
          to: at('renames'),
        };
      case 'unjudged':
        return {
          ...base,
          subject: `${line.from} to ${app}`,
          said: `: ${counted(line.count, `${line.from} command`)} not mapped yet`,
          act: 'Map commands',
          to: at('mapping', { show: 'unjudged' }, { crosswalk: line.crosswalk }),
        };
      case 'reports':
        return {
          ...base,
          subject: app,
          said: `: ${counted(line.count, 'new report')} from learners`,
          act: 'Read',
          to: at('handouts', { view: 'reports' }),
        };
      case 'proposals':
        return {
          ...base,
          subject: line.name,
          said: `, ${line.release}: ${counted(line.count, 'proposed edit')} by ${line.who}`,
          act: 'Review',
          to: at('proposals', { proposal: String(line.proposal) }),
        };
      case 'remarks':
        return {
          ...base,
          subject: app,
          said: `: ${counted(line.count, 'open comment')} on commands`,
          act: 'Read',
          to: at('comments'),
        };
      case 'errors':
        return {
          ...base,
          subject: line.name,
          said: `, ${line.release}: ${counted(line.count, 'conflict')} (errors)`,
          act: 'Show conflicts',
          to: at('conflicts', { severity: 'error' }, { keyset: line.keyset }),
        };
      case 'keyless':
        return {
          ...base,
          subject: line.name,
          said: `, ${line.release}: ${counted(line.count, 'frequent command')} without a shortcut on ${platformName(line.platform)}`,
          act: 'Find shortcuts',
          to: at('keyset', { narrow: 'without,often', platform: line.platform }, { keyset: line.keyset }),
        };
      case 'untried':
        return {
          ...base,
          subject: `${app} ${line.release}`,
          said: `: built-in shortcuts of ${counted(line.count, 'command')} not verified on ${listed(line.platforms.map(platformName))}`,
          act: 'Start verifying',
          to: at('verification', { platform: line.platforms[0]! }),
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
