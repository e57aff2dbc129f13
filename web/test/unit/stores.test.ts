import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Catalogue } from '@crib/core/contract';
import { useLineage } from '../../src/stores/lineage.ts';
import { useLookup } from '../../src/stores/lookup.ts';
import { useOthers } from '../../src/stores/others.ts';
import { useSession } from '../../src/stores/session.ts';
import { useWorkspace } from '../../src/stores/workspace.ts';
import { hosted, network, settle } from './host.ts';

const policy = { binds: 'character' };
const overview = (slug: string, id: number) => ({
  id,
  slug,
  name: slug,
  platforms: ['windows'],
  keyPolicy: policy,
  releases: [{ id: id * 10, label: '2.0' }],
  keysets: [],
});
const catalogue = (id: number, edits: object[] = []) =>
  ({
    app: { id: 1, keyPolicy: policy, platforms: ['windows'] },
    release: { id, label: '2.0', platforms: ['windows'], keyPolicy: null },
    contexts: [{ id: 1, name: 'Everywhere', parent: null, takesText: false, position: 0, together: [] }],
    commands: [],
    keysets: [
      {
        id: 1,
        kind: 'shipped',
        name: '2.0',
        baseId: null,
        isDefault: true,
        bindings: [],
        corrections: [],
        revision: 1,
      },
      { id: 2, kind: 'custom', name: 'Ours', baseId: 1, edits, revision: 1, open: [] },
    ],
    groups: [],
    runs: [],
    uses: [],
    systemKeys: [],
    corrected: [],
  }) as unknown as Catalogue;
const session = (id: number, workspace: number, role = 'editor', editorsPropose = false) => ({
  id,
  name: 'Ines',
  email: 'ines@ebbstone.example',
  role,
  workspace: { id: workspace, name: 'School', editorsPropose },
  workspaces: [],
});

afterEach(() => void (vi.useRealTimers(), vi.unstubAllGlobals()));

describe('the workspace', () => {
  it('is what was opened last, whichever answer comes last, and what was there stays meanwhile', async () => {
    const net = network();
    const { made } = await hosted(() => useWorkspace());
    const first = made.open('kedge', '2.0');
    net.open('/api/apps/kedge').answer(overview('kedge', 1));
    await settle();
    const slow = net.open('/api/releases/10');
    const second = made.open('chart', '2.0');
    net.open('/api/apps/chart').answer(overview('chart', 2));
    await settle();
    net.open('/api/releases/20').answer(catalogue(20));
    await second;
    slow.answer(catalogue(10));
    await first;
    expect([made.app?.slug, made.catalogue?.release.id, made.loading]).toEqual(['chart', 20, false]);
    const third = made.open('kedge');
    net.open('/api/apps/kedge').fail();
    await third;
    expect([made.problem?.code, made.app?.slug]).toEqual(['offline', 'chart']);
    made.reset();
    expect([made.app, made.catalogue, made.problem]).toEqual([null, null, null]);
  });

  it('lays what was saved here over what is there, and over nothing that a colleague’s change brings late', async () => {
    const net = network();
    const { made } = await hosted(() => useWorkspace());
    const opening = made.open('kedge', '2.0');
    net.open('/api/apps/kedge').answer(overview('kedge', 1));
    await settle();
    net.open('/api/releases/10').answer(catalogue(10));
    await opening;
    const refreshing = made.refresh();
    await settle();
    net.open('/api/apps/kedge').answer(overview('kedge', 1));
    await settle();
    const edit = {
      command: 1,
      context: 1,
      platform: null,
      action: 'set',
      shortcuts: ['F5'],
      reason: '',
      memoryAid: '',
    };
    made.laid({ id: 2, revision: 2, change: { put: [edit as never], remove: [] }, consequences: [] });
    // This was read before that was saved: it is asked for once more.
    net.open('/api/releases/10').answer(catalogue(10));
    await settle();
    net.open('/api/apps/kedge').answer(overview('kedge', 1));
    await settle();
    net.open('/api/releases/10').answer(catalogue(10, [edit]));
    await refreshing;
    const ours = made.keyset(2);
    expect(ours?.kind === 'custom' && ours.edits.map((one) => one.shortcuts)).toEqual([['F5']]);
    expect(net.count('/api/releases/10')).toBe(3);
  });

  it('fetches other releases once, until something was written', async () => {
    const net = network();
    const { made } = await hosted(() => useWorkspace());
    const both = Promise.all([made.openedRelease(30), made.openedRelease(30)]);
    net.open('/api/releases/30').answer(catalogue(30));
    const [one, other] = await both;
    expect([one === other, net.count('/api/releases/30')]).toEqual([true, 1]);
  });
});

describe('the session', () => {
  it('knows what one may do, and loads the page anew where it holds another’s data', async () => {
    const net = network();
    const gone: string[] = [];
    vi.stubGlobal('location', { href: '/here', assign: (path: string) => void gone.push(path) });
    const { made } = await hosted(() => useSession());
    const recalled = made.recall();
    net.open('/api/session').answer(session(7, 1, 'editor', true));
    await recalled;
    await made.recall();
    expect([net.count('/api/session'), made.may('edit'), made.may('manage'), made.proposes]).toEqual([
      1,
      true,
      false,
      true,
    ]);
    expect([made.isOf({ editor: 7, workspace: 1 }), made.isOf({ editor: 7, workspace: 2 })]).toEqual([true, false]);
    void made.signIn('tobias@ebbstone.example', 'something long', '/desk');
    net.open('/api/session', 'POST').answer(session(8, 1), 201);
    await settle();
    expect([gone, made.editor?.id]).toEqual([['/desk'], 7]);
    void made.signOut();
    net.open('/api/session', 'DELETE').answer(undefined, 204);
    await settle();
    expect(gone).toEqual(['/desk', '/sign-in']);
  });
});

/** A stream that the tests speak through. */
class Stream {
  static last: Stream;
  static readonly CLOSED = 2;
  readyState = 1;
  readonly heard = new Map<string, (event: { data: string }) => void>();
  constructor(readonly url: string) {
    Stream.last = this;
  }
  addEventListener(name: string, act: (event: { data: string }) => void) {
    this.heard.set(name, act);
  }
  close() {
    this.readyState = 2;
  }
  say(name: string, data: unknown = {}) {
    this.heard.get(name)?.({ data: JSON.stringify(data) });
  }
}

describe('the others', () => {
  it('are heard: what they did is told and fetched once for a burst, one’s own acts are not', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval'] });
    const net = network();
    vi.stubGlobal('EventSource', Stream);
    const { made } = await hosted(() => {
      const mine = useSession();
      mine.editor = session(7, 1) as never;
      const workspace = useWorkspace();
      return { others: useOthers(), refresh: vi.spyOn(workspace, 'refresh').mockResolvedValue() };
    });
    const act = {
      act: 3,
      doing: 'changed the keyset',
      about: 'Ours',
      app: null,
      release: null,
      keyset: null,
      editor: 8,
      who: 'Tobias',
    };
    Stream.last.say('act', { ...act, editor: 7, who: 'Ines' });
    expect(made.others.told).toBeNull();
    for (const n of [4, 5]) Stream.last.say('act', { ...act, act: n });
    await vi.advanceTimersByTimeAsync(400);
    expect([made.others.told?.who, made.refresh.mock.calls.length]).toEqual(['Tobias', 1]);
    await vi.advanceTimersByTimeAsync(20_000);
    expect(made.others.told).toBeNull();
    made.others.at('/sheets/kedge');
    net.open('/api/here', 'POST').answer([{ id: 8, name: 'Tobias', place: '/desk' }]);
    await vi.advanceTimersByTimeAsync(0);
    expect(made.others.here.map((one) => one.name)).toEqual(['Tobias']);
  });

  it('are listened to again after a refusal, and whoever is greeted twice asks what was missed', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval'] });
    network();
    vi.stubGlobal('EventSource', Stream);
    const { made } = await hosted(() => {
      const mine = useSession();
      mine.editor = session(7, 1) as never;
      vi.spyOn(mine, 'isOf').mockReturnValue(true);
      return { others: useOthers(), refresh: vi.spyOn(useWorkspace(), 'refresh').mockResolvedValue(), mine };
    });
    const first = Stream.last;
    first.say('hello', { editor: 7, workspace: 1 });
    await vi.advanceTimersByTimeAsync(400);
    expect(made.refresh).not.toHaveBeenCalled();
    first.close();
    first.say('error');
    await vi.advanceTimersByTimeAsync(31_000);
    expect(Stream.last).not.toBe(first);
    expect(made.refresh).toHaveBeenCalledOnce();
    Stream.last.say('hello', { editor: 7, workspace: 1 });
    await vi.advanceTimersByTimeAsync(400);
    expect(made.refresh).toHaveBeenCalledTimes(2);
    const open = Stream.last;
    made.mine.editor = null;
    await vi.advanceTimersByTimeAsync(0);
    expect(open.readyState).toBe(2);
  });
});

describe('the look-up', () => {
  it('holds at once and stands in the address a moment later, unless one has gone elsewhere', async () => {
    const { made, router } = await hosted(() => useLookup(), '/catalogue?q=sum&only=edits');
    expect(made.name).toBe('sum');
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    made.type('sound');
    expect([made.name, router.currentRoute.value.query['q']]).toEqual(['sound', 'sum']);
    await vi.advanceTimersByTimeAsync(260);
    vi.useRealTimers();
    await settle();
    expect(router.currentRoute.value.query).toEqual({ q: 'sound', only: 'edits' });
    made.type('lost');
    await router.push('/desk');
    await new Promise((done) => setTimeout(done, 300));
    expect([router.currentRoute.value.fullPath, made.name]).toEqual(['/desk', '']);
  });
});

describe('lineage', () => {
  it('is fetched once for an app, follows what is said, and is forgotten', async () => {
    const net = network();
    const { made } = await hosted(() => useLineage());
    const opening = made.open('kedge');
    net.open('/api/apps/kedge/lineage').answer([{ old: 1, now: 2 }]);
    await opening;
    await made.open('kedge');
    expect([made.links.length, net.count('/api/apps/kedge/lineage')]).toEqual([1, 1]);
    const saying = made.say({ release: 5, kind: 'command', put: [], remove: [] } as never);
    net.open('/api/apps/kedge/lineage', 'PUT').answer([]);
    await saying;
    expect(made.links).toEqual([]);
    made.reset();
    void made.open('kedge');
    expect(net.count('/api/apps/kedge/lineage')).toBe(2);
  });
});
