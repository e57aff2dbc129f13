import { describe, expect, it } from 'vitest';
import { Sheet, type Catalogue } from '../../src/contract/index.ts';
import { openList, readList, type ListAnswers, type ListReading } from '../../src/list/index.ts';
import { composeSheet, ledgerTable, sheetCsv, tableCsv } from '../../src/sheet/index.ts';
import { opened } from '../../src/keyset/index.ts';
import { US, showStored } from '../../src/keys/index.ts';
import { keyboardsOf } from '../../src/press/index.ts';
import { catalogue, reading, takenIn } from './fixtures.ts';

const codes = ({ plan }: ListReading) => plan.problems.map((one) => one.code);
async function lines(text: string, into: Catalogue = catalogue(), answers: ListAnswers = {}): Promise<ListReading> {
  const places = into.contexts.map((one) => one.name);
  const found = await openList(text, { platforms: ['windows', 'macos'], places, typedLetters: true });
  if ('code' in found) throw new Error(found.sentence);
  const read = readList(found.tables[0]!.table, into, answers);
  if ('code' in read) throw new Error(read.sentence);
  return read;
}
const said = ({ plan }: ListReading) =>
  plan.newCommands.map(({ name, words }) => {
    const keys = plan.newBindings.filter((one) => one.command === name);
    return [words.label, ...keys.map((one) => `${one.platform ? `${one.platform}:` : ''}${one.shortcut}`)].join(' = ');
  });

describe('a list of one platform', () => {
  const known = catalogue(
    [{ name: 'a', label: 'Alpha' }],
    [{ shortcut: 'F5', platform: 'windows' }, { shortcut: 'F6', platform: 'macos' }, { shortcut: 'F7' }],
  );
  it.each([
    ['a column of its own', 'Command id,Label,Windows\na,Alpha,F9\n'],
    ['a column that names it', 'Command id,Label,Platform,Shortcut\na,Alpha,Windows,F9\n'],
    ['words in the cells', 'Command id,Label,Shortcut\na,Alpha,F9 (Windows)\n'],
    ['words behind the name', 'Command id,Label,Shortcut\na,Alpha (Windows only),F9\n'],
  ])('says nothing of the others: %s', (_, text) => {
    const { plan } = reading(text, known);
    expect(plan.problems).toEqual([]);
    expect(plan.goneBindings.map((one) => one.shortcut)).toEqual(['F5']);
    expect(plan.newBindings).toMatchObject([{ platform: 'windows', shortcut: 'F9' }]);
  });
});

describe('typed notes', () => {
  it('are commands, remarks, pointer actions and ranges, each for what it is', async () => {
    const read = await lines(
      'Hedge ..... HE\nBulwark ..... BS\nTurn upright (was Ctrl+R)\nSave (Mac only)   ⌘S\nSwing the arm: right button\nBy twelve: Alt + arrow keys\n',
    );
    expect(said(read)).toEqual([
      'Hedge = H E',
      'Bulwark = B S',
      'Turn upright',
      'Save = macos:Meta+S',
      'Swing the arm = RightClick',
    ]);
    expect(codes(read)).toEqual(['key-range']);
  });
  it('ask where a line may be a heading, and take either answer', async () => {
    const text = 'Place line   L\nErase\nPlace arc   A\nMOVING\nPan   P\n';
    const read = await lines(text);
    expect(read.plan.problems).toMatchObject([{ code: 'heading-or-command', suggestions: ['Erase:', 'Erase'] }]);
    const heading = await lines(text, catalogue(), { cells: { '2:0': 'Erase:' } });
    expect(heading.plan.newCommands.map(({ words }) => [words.label, words.category])).toEqual([
      ['Place line', ''],
      ['Place arc', 'Erase'],
      ['Pan', 'MOVING'],
    ]);
    const command = await lines(text, catalogue(), { cells: { '2:0': 'Erase' } });
    expect(said(command)).toEqual(['Place line = L', 'Erase', 'Place arc = A', 'Pan = P']);
  });
});

describe('what a list says besides', () => {
  it('is a family of one command a key, once it is said so, and fills the family that is there', () => {
    const text = 'Label,Shortcut\nView,Ctrl+1 to Ctrl+3\n';
    const [asked] = reading(text).plan.problems;
    expect(asked).toMatchObject({ code: 'key-range', suggestions: ['each of Ctrl+1 or Ctrl+2 or Ctrl+3'] });
    const answers = { cells: { '2:1': asked!.suggestions![0]! } };
    const made = reading(text, catalogue(), answers);
    expect(said(made)).toEqual(['View 1 = Ctrl+1', 'View 2 = Ctrl+2', 'View 3 = Ctrl+3']);
    expect(made.plan.families).toEqual([{ name: 'View', members: ['view-1', 'view-2', 'view-3'] }]);
    const there = catalogue([
      { name: 'v.a', label: 'First view' },
      { name: 'v.b', label: 'Second view' },
      { name: 'v.c', label: 'Third view' },
    ]);
    const filled = reading(
      text,
      {
        ...there,
        groups: [{ id: 1, kind: 'family', name: 'View', twin: null, members: [1, 2, 3], advised: null, because: '' }],
      },
      answers,
    );
    expect(filled.plan.newBindings.map((one) => `${one.command} ${one.shortcut}`)).toEqual([
      'v.a Ctrl+1',
      'v.b Ctrl+2',
      'v.c Ctrl+3',
    ]);
    expect([filled.plan.newCommands, filled.plan.families]).toEqual([[], []]);
  });
  it('is the sign of its menu paths, a flag in a note, rows said twice, and what only this release lacks', () => {
    const text =
      'Label,Shortcut,Menu,Note\nSave,F5,File > Save,\nQuit,F6,File > Quit,cannot be changed\nSave,F5,File > Save,\n';
    const former = [{ ...catalogue([{ name: 'quit', label: 'Quit' }]).commands[0]!, menu: 'File › Quit' }];
    const { plan, menuSign } = reading(text, catalogue(), { former });
    expect(menuSign).toBe('>');
    expect(plan.newCommands.map(({ words, returns }) => [words.menu, words.fixed, returns])).toEqual([
      ['File › Save', false, false],
      ['File › Quit', true, true],
    ]);
    expect(plan.doubled).toEqual([4]);
    expect(reading(text, catalogue(), { menuSign: '' }).plan.newCommands[0]!.words.menu).toBe('File > Save');
  });
  it('is a place of any sign and length, named word for word; more than any program has are a sentence', () => {
    const long = 'x'.repeat(200);
    const names = ['A > B', 'C|D', '“quoted”', long, 'Ångström'];
    const text = `Label,Where,Shortcut\n${names.map((name, n) => `L${n},${name},F${n + 1}`).join('\n')}\n`;
    expect(reading(text).plan.problems.map((one) => one.about)).toEqual(names);
    const read = reading(text, catalogue(), { newContexts: names });
    expect([codes(read), read.plan.newContexts]).toEqual([[], names]);
    expect(codes(reading(`Label,Where,Shortcut\nL,${'x'.repeat(201)},F5\n`))).toEqual(['too-long']);
    const many = Array.from({ length: 501 }, (_, n) => `P${n}`);
    expect(
      codes(
        reading(`Label,Where,Shortcut\n${many.map((name, n) => `L${n},${name},F5`).join('\n')}\n`, catalogue(), {
          newContexts: many,
        }),
      ),
    ).toEqual(['too-many-places']);
  });
  it('is a question where a row is short', () => {
    const text = 'Label,Where,Shortcut\nA,Panel\nB,,F5\n';
    expect(codes(reading(text))).toContain('short-row');
    expect(codes(reading('Label,Where,Shortcut\nA\nB,,F5\n', catalogue(), { cells: { '2:0': 'A' } }))).toEqual([]);
  });
  it('comes back from our own ledger as the same rows, and says nothing of other platforms', () => {
    const made = takenIn(
      catalogue(),
      reading(
        'Command id,Label,Where,Windows,macOS,Menu path\na,Alpha,Chart window,Ctrl+J or F5,⌘K,File › Alpha\nb,=SUM,,+,,\n',
      ).plan,
    );
    const known = opened(made);
    const weighed = known.weighed(1, keyboardsOf([US], ['windows', 'macos']));
    const table = ledgerTable(made.commands, [{ title: '7.0', weighed }], {
      tree: known.tree,
      platform: 'windows',
      show: (one) => showStored(one, 'windows'),
      groups: [],
    });
    const { plan } = reading(tableCsv(table), made);
    expect(plan.problems).toEqual([]);
    expect([plan.newCommands, plan.changedCommands, plan.newBindings, plan.goneBindings]).toEqual([[], [], [], []]);
    // What else is said of commands goes along, and makes the same commands where nothing is known yet.
    const full =
      'Command id,Label,Windows,Flags,One press,Other names,Needs,Satisfied by,Then,The user sees,States,Each press,Step size,Setting,List of keys,In the list since,Argument of,Argument\na,Alpha,F2,unshown; destructive,cycles,Alef; First,a line,b,Enter accepts,a dot,Day; Night,one; two,0.1 m,"Snap, on",Tools,2.1,,\nb,Beta,F3,,,,,,,,,,,,,,,\nb:5,Beta: 5 m,F4,,,,,,,,,,,,,,b,5 m\n';
    const said = takenIn(catalogue(), reading(full).plan);
    const wide = opened(said);
    const out = tableCsv(
      ledgerTable(
        said.commands,
        [{ title: '7.0', weighed: wide.weighed(1, keyboardsOf([US], ['windows', 'macos'])) }],
        { tree: wide.tree, platform: 'windows', show: (one) => showStored(one, 'windows'), groups: [] },
      ),
    );
    expect(reading(out, said).plan.changedCommands).toEqual([]);
    expect(reading(out).plan.newCommands.map((one) => one.words)).toEqual(
      reading(full).plan.newCommands.map((one) => one.words),
    );
    // A key less on Windows: that is all that is gone.
    const fewer = { ...table, rows: table.rows.map((row) => row.map((cell) => cell.replace(' or F5', ''))) };
    expect(reading(tableCsv(fewer), made).plan.goneBindings.map((one) => one.shortcut)).toEqual(['F5']);
  });
  it('states choosers: lines with one key and the same that decides; one alone is a question', () => {
    const list = (third: string) =>
      `Label,Shortcut,Chosen by\nTrim line,F6,what is selected\nTrim note,F6,What is selected\n${third}`;
    const { plan } = reading(list('Trim plate,F7,\n'));
    expect([plan.problems, plan.choosers]).toEqual([
      [],
      [{ name: 'Trim line or Trim note', because: 'what is selected', members: ['trim-line', 'trim-note'] }],
    ]);
    expect(codes(reading(list('Trim plate,F7,what is selected\n')))).toEqual(['lone-chooser']);
    const made = takenIn(catalogue(), plan);
    const groups = [
      {
        id: 1,
        kind: 'chooser' as const,
        name: 'Trim',
        members: [1, 2],
        twin: null,
        advised: null,
        because: 'what is selected',
      },
    ];
    const known = opened({ ...made, groups });
    const table = ledgerTable(
      made.commands,
      [{ title: '7.0', weighed: known.weighed(1, keyboardsOf([US], ['windows', 'macos'])) }],
      { tree: known.tree, platform: 'windows', show: (one) => showStored(one, 'windows'), groups },
    );
    const again = reading(tableCsv(table), known.catalogue).plan;
    expect([again.problems, again.choosers]).toEqual([[], []]);
  });
  it('states ways to a goal with advice, and slots of a bar in order; they come back from our own ledger', () => {
    const list =
      'Label,Shortcut,Way to,Advised because,Slot of\nCloser,F9,A closer look,,\nCloser at pointer,wheel up,A closer look,You keep your place.,\nFirst slot,F5,,,Own bar\nSecond slot,F6,,,Own bar\n';
    const { plan } = reading(list);
    expect([plan.problems, plan.groups]).toEqual([
      [],
      [
        {
          kind: 'ways',
          name: 'A closer look',
          members: ['closer', 'closer-at-pointer'],
          advised: 'closer-at-pointer',
          because: 'You keep your place.',
        },
        { kind: 'slots', name: 'Own bar', members: ['first-slot', 'second-slot'], advised: null, because: '' },
      ],
    ]);
    expect(codes(reading('Label,Shortcut,Advised because\nCloser,F9,quicker\n'))).toEqual(['no-goal']);
    expect(codes(reading('Label,Shortcut,Way to,Advised because\nA,F9,Look,quicker\nB,F8,Look,nearer\n'))).toEqual([
      'two-advised',
    ]);
    const made = takenIn(catalogue(), plan);
    const ids = new Map(made.commands.map((one) => [one.name, one.id]));
    const groups = plan.groups.map((one, at) => ({
      ...one,
      id: at + 1,
      twin: null,
      members: one.members.map((name) => ids.get(name)!),
      advised: one.advised === null ? null : ids.get(one.advised)!,
    }));
    const known = opened({ ...made, groups });
    const table = ledgerTable(
      made.commands,
      [{ title: '7.0', weighed: known.weighed(1, keyboardsOf([US], ['windows', 'macos'])) }],
      { tree: known.tree, platform: 'windows', show: (one) => showStored(one, 'windows'), groups },
    );
    expect(reading(tableCsv(table), made).plan.groups).toEqual(plan.groups);
    expect(reading(tableCsv(table), known.catalogue).plan.groups).toEqual([]);
  });
  it('comes back from our own sheet as the same rows', () => {
    const made = takenIn(
      catalogue(),
      reading('Command id,Label,Shortcut,Menu\na,Alpha,Ctrl+J or F5,File > Alpha\nb,=SUM,Ctrl++,File > B\n').plan,
    );
    const sheet = Sheet.parse({
      id: 1,
      appId: 1,
      keysetId: 1,
      title: 'S',
      intro: '',
      credit: '',
      language: 'en',
      revision: 1,
      sections: [{ title: 'All', rows: made.commands.map((one) => ({ command: one.id, note: '' })) }],
    });
    const keyboards = keyboardsOf([US], ['windows', 'macos']);
    const body = composeSheet(sheet, opened(made), keyboards, { number: 1, publishedOn: '2026-01-01' });
    const { plan } = reading(sheetCsv(body), made);
    expect(plan.problems).toEqual([]);
    expect([plan.newCommands, plan.newBindings, plan.goneBindings]).toEqual([[], [], []]);
  });
});
