import { describe, expect, it } from 'vitest';
import { CustomKeyset, EditionBody, type Binding, type Catalogue, type Edit } from '@crib/core/contract';
import { LAYOUTS, US, readShortcuts, writeStored } from '@crib/core/keys';
import { opened } from '@crib/core/keyset';
import { asksOf, draftReply, heardIn, type ReplyQuestion, type Situation } from '@crib/core/reply';
import { composeSheet } from '@crib/core/sheet';
import { keyboardsOf } from '@crib/core/press';
import { json, programOf } from './program.ts';

const seven = programOf('fathomry', '7.0-keys.csv');
const six = programOf('fathomry', '6.4-keys.csv');
const byName = new Map(seven.commands.map((one) => [one.name, one]));
const place = new Map(seven.contexts.map((one) => [one.name, one.id]));
const stored = (text: string) => {
  const read = readShortcuts(text, { typedLetters: true });
  if (read.kind !== 'read') throw new Error(text);
  return read.shortcuts.map(writeStored);
};
const edits = json<{ edits: { command: string; keys?: string; where: string; platform?: string }[] }>(
  'fathomry/school-set.json',
).edits.map(({ command, keys, where, platform }): Edit => ({
  command: byName.get(command)!.id,
  context: place.get(where)!,
  platform: platform ?? null,
  action: keys ? 'set' : 'clear',
  shortcuts: keys ? stored(keys) : [],
  reason: '',
  memoryAid: '',
}));
const school = CustomKeyset.parse({
  id: 2,
  appId: 1,
  name: 'School set',
  note: '',
  revision: 1,
  kind: 'custom',
  baseId: 1,
  edits,
});
const taught = opened({ ...seven, keysets: [...seven.keysets, school] });
const situations: [Situation, ...Situation[]] = [
  { is: 'theirs', name: 'Fathomry 7.0 with the School set', opened: taught, keyset: 2 },
  { is: 'shipped', name: 'Fathomry 7.0 as shipped', opened: taught, keyset: 1 },
  { is: 'before', name: 'Fathomry 6.4 as shipped', opened: opened(six), keyset: 1 },
];
const body = EditionBody.parse(
  composeSheet(
    {
      keysetId: 2,
      title: 'First week',
      intro: '',
      credit: '',
      terms: '',
      independence: '',
      look: EditionBody.shape.look.parse(undefined),
      language: 'en',
      sections: [
        {
          title: 'Depths',
          rule: null,
          sort: 'given',
          figure: null,
          leftOut: [],
          rows: ['depth.place-sounding', 'depth.strike-soundings'].map((name) => ({
            command: byName.get(name)!.id,
            note: '',
            lesson: null,
          })),
        },
      ],
    },
    taught,
    keyboardsOf([US], seven.release.platforms),
    { number: 1, publishedOn: '2026-11-27' },
  ),
);
const ask = (press: string | null, command: number | null, platform = 'windows'): ReplyQuestion => ({
  press,
  command,
  platform,
  layout: US,
  situations,
  body,
  coming: [],
  file: 'school.fkeys',
  address: '/s/x',
});

/** What learners write, with the press or the command that it is about. The first were there while this was made. */
const FIRST = [
  ['Since the update, G deletes my soundings', 'G'],
  ['How do I place a sounding?', 'depth.place-sounding'],
  ['When I press Shift+S nothing happens', 'Shift+S'],
  ['ctrl-s does not save on my Mac', 'Ctrl+S'],
  ['What is the key to part a contour, please', 'line.part-contour'],
  ['My F9 key is dead', 'F9'],
  ['“d” writes a letter into the note', 'D'],
  ['Strg+G tut nichts mehr', 'Ctrl+G'],
  ['I pressed J and the drying heights went away', 'J'],
  ['Where has North up gone?', 'view.north-up'],
  ['On Linux Alt+Home does something else', 'Alt+Home'],
  ['Can I undo with a key', 'edit.undo'],
  ['pressing w adds a wreck, I wanted a light', 'W'],
  ['how to go to the next gap', 'view.go-to-next-gap'],
  ['⌘G opens a box', 'Meta+G'],
] as const;
/** And these afterwards. */
const THEN = [
  ['the letter B puts buoys everywhere', 'B'],
  ['Hello, I hit Ctrl+Shift+K by accident, what was that?', 'Ctrl+Shift+K'],
  ['is there a quick way to show the whole chart', 'view.show-the-whole-chart'],
  ['Umschalt+N macht bei mir keine Notiz', 'Shift+N'],
  ['I keep pressing S for a sounding like last year', 'S'],
  ['Select nothing does not work for me', 'pick.select-nothing'],
  ['Alt + D is gone', 'Alt+D'],
  ['appuyer sur F3 ne fait rien', 'F3'],
  ['Why does T start a line in the table?', 'T'],
  ['Print plate has no shortcut on my machine', 'chart.print-plate'],
  ['my teacher said I for part contour but it does islets', 'I'],
  ['which key turns the view left', 'view.turn-view-left'],
  ['Ctrl+L on the French keyboard', 'Ctrl+L'],
  ['The sheet is wrong about "Shift+G"', 'Shift+G'],
  ['find next, please', 'edit.find-next'],
] as const;

/** What keys are in force, worked out by hand from the bindings and edits: by command and place, for one platform. */
function inForce({ keysets }: Catalogue, id: number, platform: string): Map<string, readonly string[]> {
  const keyset = keysets.find((one) => one.id === id)!;
  const found = new Map<string, readonly string[]>();
  if (keyset.kind === 'shipped') {
    const here = keyset.bindings.filter((one: Binding) => one.platform === null || one.platform === platform);
    for (const one of here)
      for (const context of one.contexts)
        found.set(`${one.command} ${context}`, [...(found.get(`${one.command} ${context}`) ?? []), one.shortcut]);
    return found;
  }
  for (const [key, keys] of inForce({ keysets } as Catalogue, keyset.baseId, platform)) found.set(key, keys);
  for (const one of keyset.edits.filter((each: Edit) => each.platform === null || each.platform === platform))
    found.set(`${one.command} ${one.context}`, one.shortcuts);
  return found;
}
const primary = (text: string, platform: string) =>
  text
    .replaceAll('Primary', platform === 'macos' ? 'Meta' : 'Ctrl')
    .split('+')
    .sort()
    .join('+');

describe('a reply to a learner', () => {
  it('hears the right press or command in what learners write, in at least 25 of 30 sentences', () => {
    const wrong = [...FIRST, ...THEN].filter(([sentence, wanted]) => {
      const { presses, commands, likely } = heardIn(sentence, taught);
      const command = byName.get(wanted)?.id;
      return command ? (commands[0] ?? likely[0]) !== command : presses[0] !== wanted;
    });
    expect(wrong.length, JSON.stringify(wrong)).toBeLessThanOrEqual(5);
    // What says nothing of keys or commands is asked about.
    for (const vague of ['It does not work', 'I am lost', 'A thing happened']) {
      const { presses, commands } = heardIn(vague, taught);
      expect([presses, commands]).toEqual([[], []]);
    }
    expect(asksOf(ask(null, null), [US])).toEqual(['what']);
  });

  it('says nothing untrue: all that it says of keys is so by hand too, on every platform', () => {
    let sentences = 0;
    for (const [sentence] of [...FIRST, ...THEN])
      for (const platform of ['windows', 'macos', 'linux']) {
        const { presses, commands } = heardIn(sentence, taught);
        for (const { code, values, from } of draftReply(ask(presses[0] ?? null, commands[0] ?? null, platform))) {
          sentences++;
          expect(from).not.toBe('');
          if (code === 'reply.line' || code === 'reply.not on sheet') continue;
          const at = situations.find((one) => one.name === (values['program'] ?? situations[0].name))!;
          const { catalogue } = at.opened;
          const force = inForce(catalogue, at.keyset, platform);
          const labelled = (label: string) =>
            catalogue.commands.filter((one) => one.label === label).map((one) => one.id);
          const has = (id: number, key: string) =>
            [...force].some(
              ([where, keys]) =>
                where.startsWith(`${id} `) && keys.some((one) => primary(one, platform) === primary(key, platform)),
            );
          const keys = (values['keys'] ?? []) as readonly string[];
          const labels = [
            values['label'] ?? [],
            values['labels'] === undefined ? [] : String(values['labels']).split(', '),
          ]
            .flat()
            .map(String);
          const told = `${platform}: ${sentence} → ${code} ${JSON.stringify(values)}`;
          if (code === 'reply.nothing')
            expect(
              catalogue.commands.some((one) => has(one.id, keys[0]!)),
              told,
            ).toBe(false);
          else if (code === 'reply.no key')
            expect(
              [...force].some(
                ([where, list]) => labelled(labels[0]!).some((id) => where.startsWith(`${id} `)) && list.length > 0,
              ),
              told,
            ).toBe(false);
          else
            for (const label of labels)
              for (const key of keys)
                expect(
                  labelled(label).some((id) => has(id, key)),
                  told,
                ).toBe(true);
        }
      }
    expect(sentences).toBeGreaterThan(150);
  });

  it('tells who has not loaded the file, who has another release, and asks what it cannot know', () => {
    const sound = byName.get('depth.place-sounding')!.id;
    const codes = (press: string, command: number | null) => draftReply(ask(press, command)).map((one) => one.code);
    // Shipped S places a sounding; the School set has it on D.
    expect(codes('S', sound)).toContain('reply.not loaded');
    expect(codes('D', sound)).not.toContain('reply.not loaded');
    // The second line of the sheet, as its page shows it large.
    expect(draftReply(ask('Shift+S', null)).find((one) => one.code === 'reply.line')?.values['address']).toBe(
      '/s/x#line-2',
    );
    // The same on every platform and layout: there is nothing to ask. A sign that lies elsewhere is asked about.
    expect(asksOf({ ...ask('B', null), platform: null }, LAYOUTS)).toEqual([]);
    expect(asksOf({ ...ask('Ctrl+G', null), platform: null }, [US])).toEqual(['platform']);
    const [base] = seven.keysets;
    const moved = base?.kind === 'shipped' ? base.bindings.find((one) => /^[;'[\]/]$/.test(one.shortcut)) : undefined;
    expect(moved).toBeDefined();
    expect(asksOf(ask(moved!.shortcut, null), LAYOUTS)).toContain('layout');
  });
});
