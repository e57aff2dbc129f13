import type { Catalogue, EditionProgram, Keyset, OldPress, Recipe } from '../contract/index.ts';
import { translator, type Habits } from '../crosswalk/index.ts';
import type { Platform } from '../keys/index.ts';
import type { Opened } from '../keyset/index.ts';
import type { Keyboards } from '../press/index.ts';
import type { Lineage } from '../release/index.ts';

/** Another program whose hands come here. */
export interface ComingFrom {
  readonly from: string;
  readonly coming: Habits;
}

/** An earlier release, with what became of its commands since. */
export interface EarlierRelease {
  readonly opened: Opened;
  readonly lineage: Lineage;
}

/** What an edition is published with: its preset files, who comes from elsewhere, its commands by name, former releases. */
export interface EditionFacts {
  readonly recipes?: readonly Recipe[];
  readonly others?: readonly ComingFrom[];
  readonly sheet?: readonly string[];
  readonly earlier?: readonly EarlierRelease[];
}

/** The program of an edition: its release with the keyset that is taught and those it stands on, without who said what. */
export function programOf(
  opened: Opened,
  keysetId: number,
  keyboards: Keyboards,
  { recipes = [], others = [], sheet = [], earlier = [] }: EditionFacts,
): EditionProgram {
  const { catalogue } = opened;
  const setting = opened.setting(keysetId, keyboards);
  return {
    format: 'crib-program',
    version: 1,
    catalogue: withFormerNames(unsigned(catalogue, under(keysetId, catalogue.keysets)), earlier),
    keyset: keysetId,
    recipes: [...recipes],
    coming: others.map(({ from, coming }) => ({
      from,
      presses: Object.fromEntries(
        catalogue.release.platforms.map((platform) => [platform, oldPresses(coming, opened, setting, platform)]),
      ),
    })),
    known: earlier.map((one) => knownIn(one, catalogue, sheet, keyboards)),
  };
}

/** Names that commands had before, where one became one: a file of then is read by them. */
function withFormerNames(catalogue: Catalogue, earlier: readonly EarlierRelease[]): Catalogue {
  const taken = new Set(catalogue.commands.map((one) => one.name));
  return {
    ...catalogue,
    commands: catalogue.commands.map((command) => {
      const former = earlier.flatMap(({ opened, lineage }) =>
        lineage.commands
          .back(command.id)
          .filter((old) => lineage.commands.forward(old).length === 1)
          .flatMap((old) => opened.commands.get(old)?.name ?? []),
      );
      const aliases = [...new Set([...command.aliases, ...former])].filter((name) => !taken.has(name));
      return aliases.length ? { ...command, aliases } : command;
    }),
  };
}

/** The lines of a sheet as an earlier release shipped them. */
function knownIn(
  { opened, lineage }: EarlierRelease,
  now: Catalogue,
  sheet: readonly string[],
  keyboards: Keyboards,
): EditionProgram['known'][number] {
  const { shipped, catalogue } = opened;
  const wanted = new Set(sheet);
  const lines = now.commands
    .filter((one) => wanted.has(one.name))
    .flatMap((command) => {
      const old = lineage.commands.back(command.id).flatMap((id) => opened.commands.get(id) ?? [])[0];
      if (!old || !shipped) return [];
      const weighed = opened.weighed(shipped.id, keyboards);
      const keys = Object.fromEntries(
        catalogue.release.platforms
          .filter((one) => now.release.platforms.includes(one))
          .map((one) => [
            one,
            [
              ...new Set(
                weighed
                  .on(one)
                  .of(old.id)
                  .map((held) => held.shortcut),
              ),
            ],
          ]),
      );
      return [{ command: command.name, label: old.label, keys }];
    });
  return { release: catalogue.release.label, lines };
}

function oldPresses(
  coming: Habits,
  opened: Opened,
  setting: ReturnType<Opened['setting']>,
  platform: Platform,
): OldPress[] {
  const { old, judged } = coming;
  const label = (id: number) => opened.commands.get(id)?.label ?? '';
  return translator(coming, setting, platform).map(({ shortcut, context, did, answers, misleads }) => ({
    shortcut,
    did: old.commands.get(did)?.label ?? '',
    place: old.tree.title(context),
    answers: answers.map(({ target, relation, now }) => ({
      label: label(target),
      command: opened.commands.get(target)?.name ?? '',
      relation,
      keys: [...now],
    })),
    none: judged.has(did) && answers.length === 0,
    misleads: misleads.map(label),
  }));
}

/** Shipped keysets, and the custom ones that one of them is made of. */
function under(id: number, keysets: readonly Keyset[]): Keyset[] {
  const chain = new Set<number>();
  for (let at = keysets.find((one) => one.id === id); at;) {
    chain.add(at.id);
    const { kind } = at;
    const base = kind === 'custom' ? at.baseId : 0;
    at = keysets.find((one) => one.id === base);
  }
  return keysets.filter((one) => one.kind === 'shipped' || chain.has(one.id));
}

/** Without people, sources, reasons, counts of use, and what else is for trainers alone. */
function unsigned(catalogue: Catalogue, keysets: readonly Keyset[]): Catalogue {
  const nobody = { kind: 'list' as const, source: '', who: '', on: null, build: '', platform: null };
  return {
    ...catalogue,
    runs: [],
    uses: [],
    corrected: [],
    keysets: keysets.map((one): Keyset => {
      const facts = { note: '', owner: null };
      if (one.kind === 'custom')
        return { ...one, ...facts, open: [], edits: one.edits.map((edit) => ({ ...edit, reason: '' })) };
      const bindings = one.bindings.map((binding) => ({ ...binding, note: '', provenance: nobody, trials: [] }));
      return {
        ...one,
        ...facts,
        bindings,
        corrections: one.corrections.map((each) => ({ ...each, who: '', reason: '–' })),
      };
    }),
  };
}
