import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { changesNothing, checkText, decodeText, readList, readTable, type Table } from '../../src/list/index.ts';
import { catalogue, reading, takenIn } from './fixtures.ts';
import { runs } from '../runs.ts';

const utf8 = (text: string) => new TextEncoder().encode(text);
const codeOf = (result: unknown) => (result as { code?: string }).code;
const HEAD = 'Label,Where it works,Shortcut\n';

describe('the text of a file', () => {
  const utf16 = (text: string, little: boolean) => {
    const bytes = new Uint8Array(2 + 2 * text.length);
    const view = new DataView(bytes.buffer);
    view.setUint16(0, 0xfeff, little);
    [...text].forEach((_, i) => view.setUint16(2 + 2 * i, text.charCodeAt(i), little));
    return bytes;
  };
  it.each([
    ['UTF-8', utf8('Löschen')],
    ['UTF-8', Uint8Array.from([0xef, 0xbb, 0xbf, ...utf8('Löschen')])],
    ['UTF-16LE', utf16('Löschen', true)],
    ['UTF-16BE', utf16('Löschen', false)],
  ])('is read from %s', (encoding, bytes) => expect(decodeText(bytes)).toEqual({ text: 'Löschen', encoding }));

  it('is refused when it is none', () => {
    expect(codeOf(decodeText(new Uint8Array()))).toBe('empty-file');
    expect(codeOf(decodeText(Uint8Array.from([0xc3, 0x28])))).toBe('not-text');
    expect(codeOf(decodeText(new Uint8Array(10 * 1024 * 1024 + 1)))).toBe('file-too-large');
    expect(checkText('a\nb\0')).toMatchObject({ code: 'nul-byte', place: { line: 2 } });
    expect(codeOf(checkText(' \n'))).toBe('empty-file');
  });
});

describe('a table', () => {
  const table = (text: string) => readTable(text) as Table;

  it('keeps every hostile cell, whatever stands between columns and at line ends', () => {
    const cells = fc.oneof(
      fc.string({
        unit: fc.constantFrom('"', ',', ';', '\t', '\n', '=', '+', '<', "'", ' ', 'a', 'é', '-', '@', '\\'),
      }),
      fc.constantFrom('=1+1', '@cmd', '<script>', '""', "'", '=', '-'),
    );
    const rows = fc.array(fc.array(cells, { minLength: 3, maxLength: 3 }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(
        rows,
        fc.constantFrom(',', ';', '\t'),
        fc.constantFrom('\n', '\r\n', '\r'),
        (data, delimiter, newline) => {
          const meaningful = data.filter((row) => row.some((cell) => cell.trim() !== ''));
          if (!meaningful.length) return;
          // Papa Parse is the reference for what a CSV text of these cells is.
          const text = Papa.unparse([['one', 'two', 'three'], ...data], { delimiter, newline });
          expect(table(text).rows.map((row) => row.cells)).toEqual(
            meaningful.map((row) => row.map((cell) => cell.replace(/\r\n?/g, '\n'))),
          );
        },
      ),
      runs(1000),
    );
  });

  it('counts lines as an editor does, over quoted line ends and empty lines', () => {
    expect(table('a,b\r\n"x\r\ny",1\r\n\r\nz,2\r\n').rows.map((row) => row.line)).toEqual([2, 5]);
  });

  it.each([
    ['header-only', 'a,b\n', 1],
    ['unbalanced-quotes', 'a,b\n1,2\n"3,4\n5,6', 3],
    ['unbalanced-quotes', 'a,b\n"1"2,3\n', 2],
    ['too-many-cells', 'a,b\n1,2\n1,2,3\n', 3],
    ['empty-file', '\n\n', undefined],
  ])('%s is refused with its line', (code, text, line) => {
    const found = readTable(text);
    expect(found).toMatchObject({ code });
    expect((found as { place?: { line?: number } }).place?.line).toBe(line);
  });

  it('is refused above 100,000 rows', () => {
    expect(codeOf(readTable('a,b\n' + 'x,y\n'.repeat(100_001)))).toBe('too-many-rows');
    expect((readTable('a,b\n' + 'x,y\n'.repeat(100_000)) as Table).rows.length).toBe(100_000);
  });
});

describe('a list', () => {
  it('is understood by its headings, whatever they are called', () => {
    const { plan, meanings } = reading('Function;Area;PC key;Mac key;Doc page\nPlace sounding;Chart window;D;⌘D;41\n');
    expect(meanings).toEqual(['label', 'context', 'shortcut windows', 'shortcut macos', 'left out']);
    expect(plan.newBindings).toMatchObject([
      { command: 'place-sounding', contexts: [2], platform: 'windows', shortcut: 'D' },
      { command: 'place-sounding', contexts: [2], platform: 'macos', shortcut: 'Meta+D' },
    ]);
  });
  it('takes several shortcuts of a command from several rows or with “or”, and commands without any', () => {
    const { plan } = reading(`${HEAD}A,,Ctrl+A or F5\nA,,F6\nB,,\nC,Chart window › Panel,\n`);
    expect(plan.newBindings.map((one) => one.shortcut)).toEqual(['Ctrl+A', 'F5', 'F6']);
    expect(plan.newCommands.map((one) => [one.name, one.home])).toEqual([
      ['a', 1],
      ['b', 1],
      ['c', 3],
    ]);
  });
  it('is only text: labels with < and cells that begin like formulas; a lone = is a key', () => {
    const { plan } = reading(`${HEAD}<b>Bold</b>,,=\n=SUM(A1),,+\n@x,,-\n`);
    expect(plan.problems).toEqual([]);
    expect(plan.newCommands.map((one) => one.words.label)).toEqual(['<b>Bold</b>', '=SUM(A1)', '@x']);
    expect(plan.newBindings.map((one) => one.shortcut)).toEqual(['=', '+', '-']);
  });
  it('says the flags, what one press does, and what else a command has', () => {
    const { plan } = reading(
      'Command id,Label,Shortcut,Flags,One press,Needs,Other names\nx.y,X,F5,fixed; destructive,toggles,a mark,Ex; Why\n',
    );
    expect(plan.newCommands[0]).toMatchObject({
      name: 'x.y',
      words: {
        fixed: true,
        destructive: true,
        scripted: false,
        onePress: 'toggles',
        needs: 'a mark',
        otherNames: ['Ex', 'Why'],
      },
    });
  });

  it.each([
    ['missing-column', 'Label,Area\nA,\n', undefined],
    ['missing-column', 'Shortcut,Area\nA,\n', undefined],
    ['doubled-column', 'Label,Key,Shortcut\nA,B,C\n', undefined],
    ['unknown-key', `${HEAD}A,,Ctrl+Entre\n`, 'Ctrl+Enter'],
    ['bare-modifier', `${HEAD}A,,Ctrl\n`, undefined],
    ['modifier-twice', `${HEAD}A,,Ctrl+Ctrl+X\n`, undefined],
    ['unclear-shortcut', `${HEAD}A,,Ctrl+/-\n`, 'Ctrl++ or Ctrl+-'],
    ['unknown-context', `${HEAD}A,Evrywhere,B\n`, 'Everywhere'],
    ['unknown-context', `${HEAD}A,Panel,B\n`, 'Chart window › Panel'],
    ['no-command', `${HEAD},,B\n`, undefined],
    ['unknown-platform', 'Label,Platform,Shortcut\nA,Windos,B\n', 'Windows'],
    ['unknown-flag', 'Label,Flags,Shortcut\nA,fixd,B\n', 'fixed'],
    ['two-wordings', 'Command id,Label,Shortcut\nx,A,B\nx,C,D\n', undefined],
  ])('%s is a problem with its line and a remedy', (code, text, suggestion) => {
    const { problems, newBindings } = reading(text).plan;
    expect(problems.map((one) => one.code)).toContain(code);
    const found = problems.find((one) => one.code === code)!;
    expect(found.place?.line).toBeGreaterThan(0);
    expect(found.sentence.length).toBeGreaterThan(20);
    if (suggestion) expect(found.suggestions).toContain(suggestion);
    if (found.place?.line === 2 && code !== 'two-wordings') expect(newBindings).toEqual([]);
  });

  it('is read again with the reader’s answers', () => {
    const text = `${HEAD}Closer,Evrywhere,Ctrl+/-\nFarther,Bridge,F9\nX,,Ctrl+Ctrl+X\n`;
    const { plan } = reading(text, catalogue(), {
      cells: { '2:2': 'Ctrl++', '2:1': 'Everywhere' },
      newContexts: ['Bridge'],
      leaveOut: [4],
    });
    expect(plan.problems).toEqual([]);
    expect(plan.newContexts).toEqual(['Bridge']);
    expect(plan.newBindings.map((one) => [one.contexts, one.shortcut])).toEqual([
      [[1], 'Ctrl++'],
      [['Bridge'], 'F9'],
    ]);
  });
});

describe('which command a row means', () => {
  const twins = catalogue([
    { name: 'a', label: 'Turn', menu: 'Marks' },
    { name: 'b', label: 'Turn', menu: 'Plate' },
  ]);
  it('is the one with its id, else the one with its label and menu path', () => {
    expect(reading('Command id,Label,Shortcut\nb,Turn,F5\n', twins).plan.newBindings).toMatchObject([{ command: 'b' }]);
    expect(reading('Label,Menu path,Shortcut\nTurn,Plate,F5\n', twins).plan.newBindings).toMatchObject([
      { command: 'b' },
    ]);
  });
  it('is a question with the candidates where that is not unique, never a match', () => {
    const { plan } = reading('Label,Shortcut\nTurn,F5\n', twins);
    expect(plan.problems).toMatchObject([{ code: 'not-unique', suggestions: ['a', 'b'], place: { line: 2 } }]);
    expect(plan.newBindings).toEqual([]);
  });
});

describe('a list against the catalogue', () => {
  const known = catalogue(
    [
      { name: 'a', label: 'Alpha', menu: 'M' },
      { name: 'b', label: 'Beta' },
    ],
    [
      { command: 1, shortcut: 'F5' },
      { command: 1, shortcut: 'F6', platform: 'macos' },
    ],
  );
  it('tells what is new, changed, the same, gone and not listed', () => {
    const { plan } = reading('Command id,Label,Menu path,Windows\na,Alphabet,M,F5\n', known);
    expect(plan.changedCommands).toMatchObject([
      { id: 1, changes: [{ field: 'label', old: 'Alpha', now: 'Alphabet' }] },
    ]);
    expect(plan.newBindings).toMatchObject([{ platform: 'windows', shortcut: 'F5' }]);
    expect(plan.goneBindings).toEqual([]); // the list says nothing of macOS, nor of all platforms
    expect(plan.unlisted).toEqual([2]);
    const whole = reading('Command id,Label,Shortcut\na,Alpha,F5\n', known).plan;
    expect(whole.sameBindings).toBe(1);
    expect(whole.goneBindings.map((one) => one.shortcut)).toEqual(['F6']);
    expect(whole.lines.get(2)).toBe('same');
  });

  it('read twice changes nothing the second time, for any list', () => {
    const shortcutsOf = fc.constantFrom('Ctrl+A', 'F5 or F6', 'P X', 'hold Space', '', 'Shift+drag', '=');
    const row = fc.tuple(
      fc.constantFrom('Alpha', 'Beta', 'Gamma', 'Delta <x>'),
      fc.constantFrom('', 'Chart window', 'Chart window › Panel; Everywhere', 'Bridge'),
      shortcutsOf,
      shortcutsOf,
    );
    fc.assert(
      fc.property(fc.array(row, { minLength: 1, maxLength: 12 }), (rows) => {
        const text = Papa.unparse([['Label', 'Context', 'Shortcut', 'macOS'], ...rows]);
        const answers = { newContexts: ['Bridge'] };
        const first = reading(text, catalogue(), answers);
        expect(first.plan.problems).toEqual([]);
        const again = reading(text, takenIn(catalogue(), first.plan), answers).plan;
        expect(again.problems).toEqual([]);
        expect(changesNothing(again), JSON.stringify([again.newBindings, again.changedCommands])).toBe(true);
        expect(again.goneBindings).toEqual([]);
      }),
      runs(300),
    );
  });

  it('never fails with anything but a problem, whatever the text', () => {
    const texts = fc.array(
      fc.constantFrom(
        'Label',
        'Shortcut',
        ',',
        '\n',
        '"',
        ';',
        'Ctrl+',
        'A',
        '<',
        '=',
        '\t',
        '\r',
        'Context',
        'É',
        '\u0001',
        ' or ',
      ),
      { maxLength: 40 },
    );
    fc.assert(
      fc.property(texts, (parts) => {
        const read = readList(`Label,Context,Shortcut\n${parts.join('')}`, catalogue());
        if (!('code' in read)) for (const one of read.plan.problems) expect(one.sentence).not.toBe('');
      }),
      runs(2000),
    );
  });
});
