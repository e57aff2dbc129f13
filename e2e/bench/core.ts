import { SYSTEM_KEYS, clashes, consequences, layerOver, opened, weigh, type Opened } from '@crib/core/keyset';
import { LAYOUTS, US, readShortcuts, type Layout } from '@crib/core/keys';
import { canonicalText, keyboardOf, keyboardsOf, type Keyboards } from '@crib/core/press';
import { Catalogue, PLAIN_WORDS } from '@crib/core/contract';
import { RESTS, assign, roomIn, runFigures } from '@crib/core/reach';
import { HELD, LETTERS, lines, median, ms } from './table.ts';

export async function keys(keyOf: (n: number) => string) {
  const texts = Array.from({ length: 10_000 }, (_, n) => keyOf(n));
  const spent = await median(() => texts.forEach((text) => readShortcuts(text)));
  const words = new Map([...LETTERS, 'Ctrl', 'Alt', 'Shift', 'then'].map((word) => [word.toLowerCase(), word]));
  const baseline = await median(() =>
    texts.map((text) => text.split(/\s|\+/).map((part) => words.get(part.toLowerCase()))),
  );
  lines.push([
    '100,000 shortcuts read',
    ms(spent * 10),
    '1000 ms',
    `${ms(baseline * 10)} splitting them and looking the parts up`,
  ]);
  const keyboard = keyboardOf(US, 'linux');
  lines.push([
    '100,000 canonical presses, remembered',
    ms((await median(() => texts.forEach((_, n) => canonicalText(HELD[n % 8]! + LETTERS[n % 36]!, keyboard)))) * 10),
    '',
    '',
  ]);
}

const CONTEXTS = 40;
/** Bindings of many commands, at most twenty a press, in forty contexts: what a large program ships. */
export function largeCatalogue(count: number): Catalogue {
  const contexts = Array.from({ length: CONTEXTS }, (_, i) => ({
    id: i + 1,
    parent: i === 0 ? null : i < 8 ? 1 : 2 + (i % 7),
    name: `Place ${i}`,
    position: i,
    takesText: i === CONTEXTS - 1,
    together: [],
  }));
  const commands = Array.from({ length: count }, (_, i) => ({
    ...PLAIN_WORDS,
    id: i + 1,
    name: `c${i}`,
    label: `Command ${i}`,
    home: 1,
    wordings: [],
    aliases: [],
  }));
  const bindings = commands.map(({ id }) => ({
    id,
    command: id,
    contexts: [1 + ((id * 13) % CONTEXTS)],
    platform: null,
    language: null,
    note: '',
    memoryAid: '',
    trials: [],
    shortcut: HELD[((id % 288) >> 5) & 7]! + LETTERS[(id % 288) % 36]!,
    provenance: { kind: 'list' as const, source: '', who: '', on: null, build: '', platform: null },
  }));
  const facts = { appId: 1, note: '', revision: 1, owner: null };
  const shipped = {
    ...facts,
    id: 1,
    name: 's',
    kind: 'shipped' as const,
    releaseId: 1,
    isDefault: true,
    imitates: null,
    bindings,
    corrections: [],
  };
  const layer = {
    ...facts,
    id: 2,
    name: 'x',
    kind: 'custom' as const,
    baseId: 1,
    carriedFrom: null,
    open: [],
    edits: [],
  };
  const platforms = ['windows', 'macos', 'linux'];
  const release = {
    id: 1,
    appId: 1,
    label: '1',
    releasedOn: null,
    position: 1,
    platforms,
    sealedAt: null,
    builds: [],
    tiers: [],
  };
  const keyPolicy = { binds: 'character' as const, typedLetters: false };
  const app = { id: 1, slug: 'large', name: 'Large', role: 'taught' as const, platforms, keyPolicy, howToChange: '' };
  const empty = Catalogue.parse({ app, release, contexts, commands: [], keysets: [] });
  return { ...empty, commands, keysets: [shipped, layer], systemKeys: [...SYSTEM_KEYS] };
}

const PLATFORMS = ['windows', 'macos', 'linux'];
const boards = (layouts: readonly Layout[]): Keyboards => keyboardsOf(layouts, PLATFORMS);
/** The layer of the large program, weighed; nothing of it is known yet. */
const largeSetting = (catalogue: Opened['catalogue'], layouts: readonly Layout[]) =>
  opened(catalogue).setting(2, boards(layouts));

export async function allClashes() {
  const catalogue = largeCatalogue(5000);
  const setting = largeSetting(catalogue, LAYOUTS);
  const { stack } = setting.weighed;
  const { bindings } = stack.shipped;
  const rows = LAYOUTS.flatMap(() => PLATFORMS.flatMap(() => bindings.map((one) => one.shortcut)));
  const baseline = await median(() => rows.toSorted(), 3);
  let count = 0;
  const spent = await median(() => (count = clashes(largeSetting(catalogue, LAYOUTS)).length), 5);
  lines.push([
    `all ${count} clashes of 5,000 bindings, 17 layouts × 3 platforms`,
    ms(spent),
    '400 ms',
    `${ms(baseline)} sorting the same rows`,
  ]);
  // As a page does once an edit is saved: the catalogue is opened anew, on the layout in hand.
  let at = 0;
  const edited = await median(() => {
    const edit = {
      command: 77 + at,
      context: 1 + (((77 + at) * 13) % CONTEXTS),
      platform: null,
      action: 'set' as const,
      shortcuts: [`Primary+${LETTERS[at++ % 26]}`],
      reason: '',
      memoryAid: '',
    };
    const keysets = catalogue.keysets.map((one) => (one.kind === 'custom' ? { ...one, edits: [edit] } : one));
    clashes(largeSetting({ ...catalogue, keysets }, [US]));
  }, 15);
  lines.push(['clashes on one layout after an edit, as a page finds them', ms(edited), '', '']);
}

/** Editing in the margin, and what it looks up: on 5,000 commands, with the indexes of an open keyset at hand. */
export async function editing() {
  const catalogue = largeCatalogue(5000);
  const setting = largeSetting(catalogue, [US]);
  const edit = (n: number) => ({
    command: 1 + (n % 5000),
    context: 1 + (n % CONTEXTS),
    platform: null,
    action: 'set' as const,
    shortcuts: [`${HELD[n % 8]}${LETTERS[n % 36]}`],
    reason: '',
    memoryAid: '',
  });
  const cold = performance.now();
  consequences(setting, { put: [edit(5)], remove: [] });
  const first = performance.now() - cold;
  let n = 0;
  const spent = await median(() => consequences(setting, { put: [edit(n++)], remove: [] }), 25);
  lines.push([
    'what follows from an edit, 5,000 commands, 3 platforms',
    ms(spent),
    '16 ms',
    `${ms(first)} the first time`,
  ]);

  // Nothing is remembered from one measurement to the next: each has a stack, and hands, of its own.
  const room = await median(() => {
    const { weighed, takers, tree } = largeSetting(catalogue, [US]);
    const [keyboard] = weighed.keyboards.on('windows');
    const room = roomIn({ weighed, takers, tree, keyboard: keyboard!, rest: RESTS[0]! });
    for (const { id } of tree.inOrder) room(id);
  }, 5);
  lines.push([`room left of all ${CONTEXTS} contexts`, ms(room), '200 ms', '']);

  // Every second cost differs, so that rows compete.
  const costs = Array.from({ length: 300 }, (_, i) =>
    Float64Array.from({ length: 1000 }, (_, j) => ((i * 7919 + j * 104729) % 1009) + (j % 17)),
  );
  const greedy = await median(() => {
    const taken = new Set<number>();
    for (const row of costs) {
      let best = -1;
      row.forEach((cost, j) => !taken.has(j) && (best < 0 || cost < row[best]!) && (best = j));
      taken.add(best);
    }
  }, 5);
  const assigned = await median(() => assign(costs), 5);
  lines.push([
    '300 commands to 1,000 presses, at least cost',
    ms(assigned),
    '500 ms',
    `${ms(greedy)} each the cheapest left`,
  ]);

  const steps = Array.from({ length: 10_000 }, (_, i) => 1 + ((i * 31) % 5000));
  // As the page does, at first: four keysets are open, the keyboard and how hands rest are looked at for the first time.
  const sets = Array.from({ length: 4 }, (_, k) => {
    const edits = Array.from({ length: 50 }, (_, i) => {
      const command = 1 + ((i * 97 + k * 13) % 5000);
      const shortcuts = [`Ctrl+Shift+${LETTERS[i % 26]!}`];
      const place = { command, context: 1 + ((command * 13) % CONTEXTS), platform: null };
      return { ...place, action: 'set' as const, shortcuts, reason: '', memoryAid: '' };
    });
    return weigh(layerOver(setting.weighed.stack, edits), boards([US])).on('windows');
  });
  const runs = await median(() => {
    const rest = { ...RESTS[1]! };
    const keyboard = keyboardOf(US, 'windows');
    for (const effective of sets)
      runFigures({ steps }, { effective, commands: setting.commands, keyboard, rest, typist: 'skilled' });
  }, 5);
  lines.push(['runs of 10,000 commands on four keysets', ms(runs), '150 ms', '']);
}
