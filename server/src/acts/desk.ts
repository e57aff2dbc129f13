import type { Desk, DeskLine, LineageLink } from '@crib/core/contract';
import { US, layoutById } from '@crib/core/keys';
import { lineageWaiting, pairKey, untriedIn, waitingIn } from '@crib/core/release';
import { staleEditions } from '../publish/impact.ts';
import { lineageFrom } from '../publish/lineage.ts';
import { overview } from '../store/apps.ts';
import { crosswalksOf } from '../store/crosswalks.ts';
import { reportsOf } from '../store/handouts.ts';
import { proposalsOf, remarksOf } from '../store/review.ts';
import { lineageOf } from '../store/releases.ts';
import { look, type Acting } from './acting.ts';

/** The pairs that were said to be different in a release. */
const refusedIn = (links: readonly LineageLink[], release: number, kind: LineageLink['kind']) =>
  new Set(
    links
      .filter((one) => one.release === release && one.kind === kind && !one.confirmed)
      .map((one) => pairKey(one.old, one.now)),
  );

/** What waits of an app: what reaches learners first, then work that was begun, then what is worth a look. */
export const deskOf = (acting: Acting, slug: string, layoutIds: readonly string[]): Promise<Desk> =>
  look(acting, async (db) => {
    const { catalogues } = acting;
    const app = await overview(db, slug);
    const [newest, former] = app.releases;
    if (!newest) return { app: slug, lines: [] };
    const layouts = [...new Set(layoutIds)].flatMap((id) => layoutById(id) ?? []);
    const now = await catalogues.opened(db, newest.id);
    const keyboards = catalogues.keyboards(layouts.length ? layouts : [US], now.catalogue.release.platforms);

    const stale = (await staleEditions(acting, db, app.id)).map((one): DeskLine => {
      const next = one.next?.wrong.length ? { release: one.next.release, count: one.next.wrong.length } : null;
      return {
        kind: 'stale',
        of: one.of,
        id: one.id,
        title: one.title,
        release: one.release,
        count: one.wrong.length,
        next,
      };
    });
    const goesOn = (id: number) => app.keysets.some((other) => other.carriedFrom === id);
    const left = app.keysets.filter((one) => one.kind === 'custom' && one.releaseId !== newest.id && !goesOn(one.id));
    const labels = new Map(app.releases.map((one) => [one.id, one.label]));
    const carry = left.map((one): DeskLine => {
      const release = labels.get(one.releaseId)!;
      return { kind: 'carry', release, keyset: one.id, name: one.name, count: one.edits, to: newest.label };
    });
    const before = former && (await catalogues.opened(db, former.id));
    const links = await lineageOf(db, app.id);
    const refused = {
      command: refusedIn(links, newest.id, 'command'),
      context: refusedIn(links, newest.id, 'context'),
    };
    const lineage = before
      ? lineageWaiting(before, now, await lineageFrom(db, before.catalogue, now.catalogue), refused, keyboards)
      : [];
    const unjudged = (await crosswalksOf(db, app.id))
      .filter(({ to, judged, commands }) => to.slug === slug && judged < commands)
      .map(({ id, from, judged, commands }): DeskLine => ({
        kind: 'unjudged',
        release: newest.label,
        crosswalk: id,
        from: from.name,
        count: commands - judged,
      }));
    const reported = (await reportsOf(db, app.id)).filter((one) => one.outcome === null).length;
    const reports: DeskLine[] = reported ? [{ kind: 'reports', release: newest.label, count: reported }] : [];
    const proposals = (await proposalsOf(db, app.id, acting.actor))
      .filter((one) => one.state === 'open' && !one.mine)
      .map((one): DeskLine => ({
        kind: 'proposals',
        release: one.release,
        keyset: one.keyset,
        name: one.name,
        count: one.change.put.length + one.change.remove.length,
        who: one.who,
        proposal: one.id,
      }));
    const open = (await remarksOf(db, app.id)).filter((one) => !one.ended);
    const about = now.catalogue.commands.find((one) => one.id === open[0]?.command);
    const remarks: DeskLine[] = about
      ? [{ kind: 'remarks', release: newest.label, count: open.length, command: about.name }]
      : [];
    const inUse = await Promise.all(
      [...new Set(left.map((one) => one.releaseId))].map((id) => catalogues.opened(db, id)),
    );
    const waiting = [now, ...inUse].flatMap((one) => waitingIn(one, keyboards, goesOn));
    return {
      app: slug,
      lines: [
        ...reports,
        ...stale,
        ...proposals,
        ...remarks,
        ...carry,
        ...lineage,
        ...unjudged,
        ...waiting,
        ...untriedIn(now),
      ],
    };
  });
