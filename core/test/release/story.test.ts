import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  EditionRow,
  SheetSection,
  type ChangesBody,
  type CommandState,
  type EditionBody,
} from '../../src/contract/index.ts';
import { US } from '../../src/keys/index.ts';
import { RESTS } from '../../src/reach/index.ts';
import {
  arranged,
  arrangement,
  commandHistory,
  faithfulness,
  harms,
  likelyLineage,
  moved,
  noteLines,
  pressHistory,
  relation,
  type Compared,
} from '../../src/release/index.ts';
import {
  appliesOn,
  changesCsv,
  changesMarkdown,
  composeChanges,
  sheetOn,
  wrongChanges,
  wrongLines,
} from '../../src/sheet/index.ts';
import { say, type Said } from '../../src/words/index.ts';
import { binding, command, shipped, usKeyboards } from '../keyset/fixtures.ts';
import { board } from '../presses.ts';
import { sideOfWorld, type World } from './worlds.ts';

const place = (id: number, parent: number | null, name: string) => ({
  id,
  parent,
  name,
  position: id,
  takesText: false,
  together: [],
});
const contexts = [place(1, null, 'Everywhere'), place(2, 1, 'Chart')];
const world = (commands: World['commands'], keys: [number, string, (string | null)?, number?][]): World => ({
  contexts,
  commands,
  stack: {
    shipped: shipped(keys.map(([id, key, platform = null, at = 1]) => binding(id, key, { platform, contexts: [at] }))),
    layers: [],
  },
});

describe('how true an imitation is', () => {
  const original = world(
    [command(1, { label: 'Sound' }), command(2, { label: 'Print' }), command(3, { label: 'Trim' })],
    [
      [1, 'S'],
      [2, 'P'],
      [3, 'T'],
      [3, 'F4', null, 2],
      [1, 'F4'],
    ],
  );
  const imitation = world(
    [11, 12, 13, 14].map((id) =>
      command(id, { label: ['Sound', 'Print', 'Trim', 'Share'][id - 11]!, name: `new${id}` }),
    ),
    [
      [11, 'S'],
      [13, 'P'],
      [13, 'F4', null, 2],
      [11, 'F4'],
    ],
  );
  const [a, b] = [sideOfWorld(original), sideOfWorld(imitation)];
  it('is told press by press, by use, and by what is new and has no key', () => {
    const likely = likelyLineage(a, b);
    const lineage = { commands: relation(likely.commands), contexts: relation(likely.contexts) };
    const found = faithfulness(
      a,
      b,
      lineage,
      new Map([
        [1, 10],
        [2, 5],
        [3, 1],
      ]),
    );
    expect(found.presses.map((one) => [one.press, one.original.context, one.fares])).toEqual([
      ['KeyS', 1, 'same'],
      ['F4', 1, 'same'],
      ['KeyP', 1, 'different'],
      ['KeyT', 1, 'missing'],
      ['F4', 2, 'same'],
    ]);
    expect(found.counts).toEqual({ same: 3, different: 1, missing: 1 });
    expect(found.uses).toEqual({ same: 21, different: 5, missing: 1 });
    expect(found.newWithout.map((one) => one.label)).toEqual(['Share']);
    const whole = faithfulness(a, a, {
      commands: relation([
        [1, 1],
        [2, 2],
        [3, 3],
      ]),
      contexts: relation([
        [1, 1],
        [2, 2],
      ]),
    });
    expect([whole.counts.different, whole.counts.missing]).toEqual([0, 0]);
  });
});

const changesOf = ({ changes }: { changes: readonly Said[] }) => changes.map((one) => say(one));

describe('the history of a command and of a press', () => {
  const state = (
    label: string,
    position: number,
    commands: World['commands'],
    keys: Parameters<typeof world>[1],
  ): CommandState => ({
    release: {
      id: position,
      appId: 1,
      label,
      releasedOn: null,
      position,
      platforms: ['windows', 'macos'],
      sealedAt: null,
      builds: [],
      tiers: [],
      keyPolicy: null,
    },
    contexts,
    commands: [...commands],
    shipped: world(commands, keys).stack.shipped,
  });
  const one = command(1, { label: 'Drying heights', menu: 'View › Drying heights' });
  const states = [
    state('1', 1, [], []),
    state('2', 2, [one], [[1, 'J', null, 2]]),
    // The same press, spelled otherwise, is no other key.
    state(
      '3',
      3,
      [one],
      [
        [1, '[KeyJ]', null, 2],
        [1, 'K', 'macos', 2],
      ],
    ),
    state(
      '4',
      4,
      [{ ...one, label: 'Show heights', menu: 'Depth › Show heights', fixed: true }, command(2)],
      [[2, 'J', null, 2]],
    ),
    state('5', 5, [], []),
  ];
  it('says release by release what it is called, which keys it has and what is otherwise', () => {
    const history = commandHistory(states, board(US, 'windows'));
    expect(history.map(changesOf)).toEqual([
      [],
      ['added'],
      [],
      ['split', 'previously Drying heights', 'previously in View › Drying heights', 'now fixed'],
      ['removed'],
    ]);
    expect(history[1]!.keys).toEqual([{ shortcut: 'J', places: ['Chart'], command: 1 }]);
    expect(commandHistory(states, board(US, 'macos')).map(changesOf)[2]).toEqual(['new shortcut']);
  });
  it('says of a press who answered to it', () => {
    const history = pressHistory(states, 'KeyJ', board(US, 'windows'));
    expect(history.map((line) => [line.commands.map((each) => each.id), changesOf(line)])).toEqual([
      [[], []],
      [[1], ['now assigned']],
      [[1], []],
      [[2], ['runs another command']],
      [[], ['no longer assigned']],
    ]);
    // A platform’s own shortcuts stand in place of those for all.
    expect(pressHistory(states, 'KeyJ', board(US, 'macos')).map(changesOf)[2]).toEqual(['no longer assigned']);
  });
});

describe('change notes', () => {
  const old = world(
    [
      command(1, { label: 'Heights' }),
      command(2, { label: 'Shore line', menu: 'View › Shore line' }),
      command(3),
      command(6, { label: 'Plot' }),
    ],
    [
      [1, 'J'],
      [2, 'F2'],
      [3, 'Primary+T'],
      [6, 'F8'],
    ],
  );
  const now = world(
    [
      command(1, { label: 'Heights' }),
      command(2, { label: 'Coast', menu: 'Lines › Coast' }),
      command(4, { label: '=Discard', destructive: true }),
      command(5),
      command(6, { label: 'Plot', fixed: true }),
    ],
    [
      [1, '6'],
      [1, 'Alt+6', 'macos'],
      [4, 'J'],
      [2, 'F2'],
      [6, 'F8'],
      [6, 'F9'],
    ],
  );
  const lineage = {
    commands: relation([
      [1, 1],
      [2, 2],
      [6, 6],
    ]),
    contexts: relation([
      [1, 1],
      [2, 2],
    ]),
  };
  const compared = ['windows', 'macos'].map((platform): Compared => {
    const [a, b] = [sideOfWorld(old, platform), sideOfWorld(now, platform)];
    const found = moved(a, b, lineage);
    return {
      old: a,
      now: b,
      moved: found,
      harms: harms(found, a, b, new Map([[1, 9]]), { rest: RESTS[0]!, typist: 'average' }),
    };
  });
  const lines = noteLines(compared);
  const frame = {
    app: 'Kedge',
    old: { release: '1', keyset: 'as shipped' },
    now: { release: '2', keyset: 'as shipped' },
    platforms: ['windows', 'macos'],
    number: 1,
    publishedOn: '2026-11-01',
  };

  it('put what is the same on several platforms in one line, the dangerous first, before and after', () => {
    expect(lines.map((line) => [line.group, line.subject, say(line.said)])).toEqual([
      ['meaning', 'Heights', 'no longer uses this shortcut, which now runs “=Discard” and cannot be undone.'],
      ['moved', 'Heights', 'has a new shortcut'],
      ['new', '=Discard', 'is new'],
      ['new', 'Command 5', 'is new, without a shortcut'],
      ['new', 'Plot', 'has one more shortcut'],
      ['gone', 'Command 3', 'has been removed'],
      ['renamed', 'Coast', 'was called “Shore line”'],
      ['menus', 'Coast', 'moved in the menus: View › Shore line → Lines › Coast'],
      ['fixed', 'Plot', 'can no longer be changed'],
    ]);
    expect(lines[1]).toMatchObject({
      before: { windows: ['J'], macos: ['J'] },
      after: { windows: ['6'], macos: ['Alt+6'] },
    });
  });

  it('stand as they were arranged: order, what is out, own lines, reasons; what is no longer so waits, marked', () => {
    const groups = arrangement(arranged(lines, [], 'en'));
    const [meaning, movedGroup, ...rest] = groups;
    const own = { key: 'own 1', out: false, reason: 'asked for', text: 'The desk in room 4 has 7.2 already.' };
    const gone = { key: 'renamed 99 99', out: false, reason: 'kept', text: '' };
    const kept = [
      {
        ...movedGroup!,
        title: 'Moved',
        lines: movedGroup!.lines.map((line) => ({ ...line, reason: 'J is for trials now | really' })),
      },
      meaning!,
      { ...rest.at(-1)!, lines: [own, ...rest.at(-1)!.lines.map((line) => ({ ...line, out: true })), gone] },
    ];
    const standing = arranged(lines, kept, 'en');
    expect(standing.slice(0, 3).map((group) => group.title)).toEqual([
      'Moved',
      'These shortcuts now do something else',
      'Now customisable or fixed',
    ]);
    expect(standing.flatMap((group) => group.lines).filter((line) => line.stale)).toMatchObject([gone]);
    expect(new Set(standing.flatMap((group) => group.lines.map((line) => line.key))).size).toBe(lines.length + 2);
    const body = composeChanges(
      { title: 'What 2 changes', intro: 'Read *this*', credit: '', language: 'en', groups: kept },
      lines,
      frame,
    );
    const published = body.groups.flatMap((group) => group.lines.map((line) => line.text));
    expect(published).toContain(own.text);
    expect(published).not.toContain('can no longer be changed');
    expect(body.groups[0]!.lines[0]!.reason).toBe('J is for trials now | really');
  });

  it('say the same of keys in every form: nothing of a platform on which they did not change', () => {
    const keys = fc.array(fc.constantFrom('Ctrl+S', 'Ctrl+D', 'F5', 'Meta+S'), { maxLength: 2 });
    const side = fc.dictionary(fc.constantFrom('windows', 'macos', 'linux'), keys);
    fc.assert(
      fc.property(
        side,
        side,
        fc.constantFrom(['windows', 'macos'], ['windows'], ['windows', 'macos', 'linux']),
        (before, after, platforms) => {
          const line = {
            command: 'save',
            subject: 'Save',
            where: 'Chart',
            text: 'has a new shortcut',
            before,
            after,
            reason: '',
          };
          const body = {
            format: 'crib-changes' as const,
            version: 1 as const,
            title: 'T',
            intro: '',
            credit: '',
            language: 'en' as const,
            number: 1,
            publishedOn: '2026-11-01',
            app: 'Kedge',
            old: { release: '1', keyset: 'a' },
            now: { release: '2', keyset: 'a' },
            platforms: [...platforms],
            groups: [{ title: 'G', lines: [line] }],
          };
          const about = platforms.filter((one) => (before[one] ?? []).length + (after[one] ?? []).length > 0);
          const [, row = ''] = changesCsv(body).trim().split('\n');
          for (const platform of platforms) {
            const name = { windows: 'Windows', macos: 'macOS', linux: 'Linux' }[platform]!;
            if (!about.includes(platform)) expect(row).not.toContain(name);
            // A platform that is about it and has new shortcut than another is named, on both sides or where they differ.
            if (about.length < platforms.length && about.includes(platform)) expect(row).toContain(name);
          }
          expect(changesMarkdown(body).includes('none')).toBe(row.includes('none'));
          expect(row.includes('none')).toBe(
            (about.some((one) => !(before[one] ?? []).length) && about.some((one) => (before[one] ?? []).length)) ||
              (about.some((one) => !(after[one] ?? []).length) && about.some((one) => (after[one] ?? []).length)),
          );
        },
      ),
    );
  });

  it('are handed out as CSV that no spreadsheet runs and as Markdown in which text stays text', () => {
    const body = composeChanges(
      { title: 'What *2* changes', intro: '', credit: 'Ours', language: 'en', groups: [] },
      lines,
      frame,
    );
    const csv = changesCsv(body);
    expect(csv).toContain("New commands and shortcuts,c4,'=Discard,Everywhere,is new,,J,");
    expect(csv.trim().split('\r\n').length).toBe(1 + lines.length);
    const markdown = changesMarkdown(body);
    expect(markdown).toContain('# What \\*2\\* changes');
    expect(markdown).toContain('| Heights | Everywhere | has a new shortcut | J | Windows 6, macOS Option+6 |');
    expect(markdown.match(/^## /gm)).toHaveLength(body.groups.length);
  });
});

describe('change notes that were published', () => {
  const line = (subject: string, text: string, keys: string[] = []) => ({
    command: subject && 'c',
    subject,
    where: '',
    text,
    before: {},
    after: { windows: keys },
    reason: '',
  });
  const body = (...lines: ReturnType<typeof line>[]) =>
    ({ groups: [{ title: 'All', lines }] }) as unknown as ChangesBody;
  it('are judged line by line, but for what was written by hand', () => {
    const told = body(
      line('Pan', 'has a new shortcut', ['J']),
      line('Trim', 'is new'),
      line('', 'Room 4 stays on 7.0.'),
    );
    expect(wrongChanges(told, told)).toEqual([]);
    expect(wrongChanges(told, body(line('Pan', 'has a new shortcut', ['K']), line('Trim', 'is new')))).toEqual([
      { label: 'Pan', why: 'is no longer correct: has a new shortcut' },
      { label: '1 more', why: 'changed since, but not mentioned' },
    ]);
  });
});

describe('a line of change notes', () => {
  it('is for the platforms that it has keys on, or for all where it has none', () => {
    const line = { before: { macos: ['J'], windows: [] }, after: {} };
    expect(['macos', 'windows'].map((one) => appliesOn(line, one))).toEqual([true, false]);
    expect(appliesOn({ before: {}, after: { windows: [] } }, 'macos')).toBe(true);
  });
});

describe('what is out of date', () => {
  const row = (name: string, more: Partial<EditionRow> = {}): EditionRow =>
    EditionRow.parse({
      command: name,
      label: `Label of ${name}`,
      menu: 'View',
      keys: { windows: ['J'] },
      shipped: {},
      contexts: ['Everywhere'],
      note: '',
      memoryAid: '',
      fixed: false,
      ...more,
    });
  const body = { sections: [{ title: '', rows: ['a', 'b', 'c', 'd', 'e'].map((name) => row(name)) }] } as EditionBody;
  const keyboards = usKeyboards();
  it('is each line that is not so any more, with why', () => {
    const now: Record<string, EditionRow> = {
      a: row('a'),
      b: row('b', { keys: { windows: ['6', 'F4'] } }),
      c: row('c', { label: 'New name', menu: 'Depth' }),
      renamed: row('renamed', { label: 'Label of e', keys: { windows: [] }, fixed: true }),
    };
    const became = (name: string) => (name === 'e' ? 'renamed' : name === 'd' ? null : name);
    expect(wrongLines(body, (name) => now[name] ?? null, keyboards, became)).toEqual([
      { label: 'Label of b', why: 'now has 6 or F4' },
      { label: 'Label of c', why: 'is now called New name, has moved in the menus' },
      { label: 'Label of d', why: 'no longer exists' },
      { label: 'Label of e', why: 'no longer has a shortcut, cannot be changed' },
    ]);
    expect(wrongLines(body, (name) => row(name), keyboards)).toEqual([]);
    // Neither another order of the same keys, nor another label in the same place of the menus.
    const two = {
      ...body,
      sections: [{ title: 'S', figures: [], rows: [row('two', { keys: { windows: ['J', 'F7'] } })] }],
    };
    expect(wrongLines(two, () => row('two', { keys: { windows: ['F7', 'J'] } }), keyboards)).toEqual([]);
  });
  it('is made on another release with its commands followed, and without those that are gone', () => {
    const sheet = {
      sections: [
        SheetSection.parse({
          title: 'S',
          leftOut: [2, 3],
          rows: [1, 2, 3].map((id) => ({ command: id, note: `n${id}` })),
        }),
      ],
    };
    const lineage = {
      commands: relation([
        [1, 1],
        [2, 20],
      ]),
      contexts: relation([]),
    };
    expect(sheetOn(sheet, lineage).sections[0]!.rows).toMatchObject([
      { command: 1, note: 'n1' },
      { command: 20, note: 'n2' },
    ]);
    expect(sheetOn(sheet, lineage).sections[0]!.leftOut).toEqual([20]);
  });
});
