import type { Binding, Catalogue, Command, Wording } from '../contract/index.ts';

/** The interface languages that anything of a catalogue is stated for, in order. */
export function languagesOf({ commands, keysets }: Pick<Catalogue, 'commands' | 'keysets'>): string[] {
  const named = new Set<string>();
  for (const { wordings } of commands) for (const { language } of wordings) if (language) named.add(language);
  for (const keyset of keysets) {
    if (keyset.kind !== 'shipped') continue;
    for (const { language } of keyset.bindings) if (language) named.add(language);
  }
  return [...named].sort();
}

/**
 * A catalogue as users of an interface language and a platform have it: their words in place of the catalogue's own,
 * and their shortcuts. What a language states of a command in a context stands in place of what is stated for all, as a
 * platform's own does. Null is the catalogue's own language, null the words of no platform.
 */
export function catalogueIn(catalogue: Catalogue, language: string | null, platform: string | null = null): Catalogue {
  return {
    ...catalogue,
    commands: catalogue.commands.map((command) => commandIn(command, language, platform)),
    keysets: catalogue.keysets.map((keyset) =>
      keyset.kind === 'shipped' ? { ...keyset, bindings: bindingsIn(keyset.bindings, language) } : keyset,
    ),
  };
}

/** A command by its words there: the platform's over those for all, the language's over both. */
function commandIn(command: Command, language: string | null, platform: string | null): Command {
  const said = command.wordings.filter(
    (one) =>
      (one.language === null || one.language === language) && (one.platform === null || one.platform === platform),
  );
  if (said.length === 0) return command;
  const weight = (one: Wording) => (one.language === null ? 0 : 2) + (one.platform === null ? 0 : 1);
  return said
    .toSorted((a, b) => weight(a) - weight(b))
    .reduce<Command>(
      (before, { label, menu, category, description, otherNames }) => ({
        ...before,
        label: label || before.label,
        menu: menu || before.menu,
        category: category || before.category,
        description: description || before.description,
        otherNames: otherNames.length ? otherNames : before.otherNames,
      }),
      command,
    );
}

function bindingsIn(bindings: readonly Binding[], language: string | null): Binding[] {
  const place = ({ command, platform }: Binding, context: number) => `${command} ${context} ${platform ?? '*'}`;
  const own = bindings.filter((one) => one.language !== null && one.language === language);
  const stated = new Set(own.flatMap((one) => one.contexts.map((context) => place(one, context))));
  return bindings.flatMap((one): Binding[] => {
    if (one.language !== null) return one.language === language ? [{ ...one, language: null }] : [];
    if (stated.size === 0) return [one];
    const contexts = one.contexts.filter((context) => !stated.has(place(one, context)));
    return contexts.length ? [{ ...one, contexts }] : [];
  });
}
