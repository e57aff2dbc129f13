import { Catalogue, PLAIN_WORDS, type Binding, type Command } from '../../src/contract/index.ts';
import { readList, type ListAnswers, type ListPlan, type ListReading } from '../../src/list/index.ts';

/** An open release with four places and the given commands and bindings. */
export function catalogue(commands: Partial<Command>[] = [], bindings: Partial<Binding>[] = []): Catalogue {
  const provenance = { kind: 'list' as const, source: '', who: '', on: null };
  return Catalogue.parse({
    app: {
      id: 1,
      slug: 'fathomry',
      name: 'Fathomry',
      role: 'taught',
      platforms: ['windows', 'macos'],
      keyPolicy: { binds: 'character', typedLetters: true },
      howToChange: '',
    },
    release: {
      id: 1,
      appId: 1,
      label: '7.0',
      releasedOn: null,
      position: 1,
      platforms: ['windows', 'macos'],
      sealedAt: null,
    },
    contexts: [
      { id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false },
      { id: 2, parent: 1, name: 'Chart window', position: 1, takesText: false },
      { id: 3, parent: 2, name: 'Panel', position: 1, takesText: false },
      { id: 4, parent: 1, name: 'Panel', position: 2, takesText: false },
    ],
    commands: commands.map((one, i) => ({
      ...PLAIN_WORDS,
      id: i + 1,
      name: `c${i + 1}`,
      label: `C${i + 1}`,
      home: 1,
      ...one,
    })),
    keysets: [
      {
        id: 1,
        appId: 1,
        name: 'shipped',
        note: '',
        revision: 1,
        kind: 'shipped',
        releaseId: 1,
        isDefault: true,
        bindings: bindings.map((one, i) => ({
          id: i + 1,
          command: 1,
          contexts: [1],
          platform: null,
          shortcut: 'A',
          note: '',
          memoryAid: '',
          provenance,
          ...one,
        })),
      },
    ],
  });
}

export function reading(text: string, into = catalogue(), answers: ListAnswers = {}): ListReading {
  const read = readList(text, into, answers);
  if ('code' in read) throw new Error(read.sentence);
  return read;
}

/** The catalogue as it would stand after a plan was taken in. */
export function takenIn(before: Catalogue, plan: ListPlan): Catalogue {
  const made = plan.newContexts.map((name, i) => ({
    id: 100 + i,
    parent: 1,
    name,
    position: 100 + i,
    takesText: false,
    together: [],
  }));
  const contextId = (context: number | string) =>
    typeof context === 'number' ? context : made.find((one) => one.name === context)!.id;
  const commands: Command[] = before.commands.map((one) => ({
    ...one,
    ...plan.changedCommands.find((changed) => changed.id === one.id)?.words,
  }));
  for (const { name, words, home } of plan.newCommands)
    commands.push({ ...words, id: commands.length + 1, name, home: contextId(home), wordings: [], aliases: [] });
  const shipped = before.keysets[0]!;
  if (shipped.kind !== 'shipped') throw new Error('not shipped');
  const bindings = [...shipped.bindings];
  for (const { command, contexts, source, ...rest } of plan.newBindings) {
    bindings.push({
      ...rest,
      id: bindings.length + 1,
      command: commands.find((one) => one.name === command)!.id,
      contexts: contexts.map(contextId),
      provenance: { kind: 'list', source, who: '', on: null, build: '', platform: null },
      trials: [],
    });
  }
  return {
    ...before,
    contexts: [...before.contexts, ...made],
    commands,
    keysets: [{ ...shipped, bindings }],
  };
}
