import { z } from 'zod';
import {
  App,
  Binding,
  Command,
  CommandDetails,
  CommandGroup,
  CommandName,
  CommandWords,
  Context,
  Correction,
  CustomKeyset,
  Edit,
  Id,
  PlatformName,
  Provenance,
  Release,
  Run,
  ShippedKeyset,
  ShippedWords,
  SystemKey,
  Use,
  Wording,
} from './entities.ts';
import { KeyPolicy } from './policy.ts';

/** What clients send to correct the catalogue by hand. */

export const SentApp = App.pick({
  name: true,
  role: true,
  platforms: true,
  keyPolicy: true,
  howToChange: true,
})
  .extend({ keysCommand: App.shape.keysCommand.unwrap(), keysShown: App.shape.keysShown.unwrap() })
  .partial();
export const SentRelease = Release.pick({ label: true, releasedOn: true, builds: true, tiers: true })
  .extend({ keyPolicy: KeyPolicy.nullable() })
  .partial();

/** A command by its id, with what changes; the words that are left out stay. */
export const SentCommand = CommandWords.partial().extend({
  id: Id,
  home: Command.shape.home.optional(),
  wordings: z.array(Command.shape.wordings.unwrap().element).max(60).optional(),
});
export type SentCommand = z.infer<typeof SentCommand>;
export const SentCommands = z.strictObject({ commands: z.array(SentCommand).min(1).max(5000) });

/** Details of commands, which a sealed release takes too; what is not said of them stays. */
export const SentDetails = CommandDetails.partial().extend({ id: Id });
export type SentDetails = z.infer<typeof SentDetails>;
export const SentDetailsOf = z.strictObject({ commands: z.array(SentDetails.strict()).min(1).max(5000) });

/** Notes and memory aids of shipped shortcuts, which a sealed release takes too; what is not said of one stays. */
export const SentAids = z.strictObject({
  bindings: z
    .array(
      z.strictObject({ id: Id, note: Binding.shape.note.optional(), memoryAid: Binding.shape.memoryAid.optional() }),
    )
    .min(1)
    .max(5000),
});

/** Commands by their numbers. */
export const CommandsOf = z.strictObject({ commands: z.array(Id).min(1).max(5000) });

export const NewCommand = CommandWords.partial().extend({
  name: CommandName.optional(),
  label: CommandWords.shape.label,
  home: Command.shape.home.optional(),
});

export const SentContext = Context.pick({ name: true, parent: true, takesText: true, together: true })
  .extend({ position: z.int().min(0) })
  .partial();

export const SentGroup = CommandGroup.omit({ id: true }).extend({ twin: CommandGroup.shape.twin.default(null) });

/** What a source says of how often commands are used; it stands in place of what the source said before. */
export const SentUses = z.strictObject({
  source: Use.shape.source,
  uses: z
    .array(
      Use.omit({ source: true }).refine(
        (use) => (use.perDay === null) !== (use.often === null),
        'give either a count per day or a class',
      ),
    )
    .max(20_000)
    .refine((list) => new Set(list.map((use) => use.command)).size === list.length, 'each command only once'),
});

export const SentRun = Run.omit({ id: true });

export const SentBinding = Binding.omit({ id: true, trials: true, provenance: true }).extend({
  note: Binding.shape.note.default(''),
  memoryAid: Binding.shape.memoryAid.default(''),
  provenance: Provenance.partial().default({}),
});
export const SentBindings = z.strictObject({ bindings: z.array(SentBinding).min(1).max(5000) });
export const SentTrials = z.strictObject({
  bindings: z.array(Id).min(1).max(5000),
  platform: PlatformName,
  build: z.string().trim().max(60).default(''),
  /** Takes the trials back instead. */
  undo: z.boolean().default(false),
});

/** What somebody found who tried a shipped shortcut on a platform: another one does it, or (null) nothing does. */
export const SentFinding = SentTrials.pick({ platform: true, build: true }).extend({
  binding: Id,
  shortcut: Binding.shape.shortcut.nullable(),
});

/** Another keyset that a release comes with; it begins as a copy of one, or empty. */
export const NewShipped = ShippedKeyset.pick({ releaseId: true, name: true }).extend({
  imitates: Id.nullable().default(null),
  copyOf: Id.nullable().default(null),
});
export const SentKeyset = CustomKeyset.pick({ name: true, note: true })
  .extend({
    isDefault: z.literal(true),
    imitates: Id.nullable(),
    mine: z.boolean(),
    /** Whom it is given to; nobody, where it is the school’s. */
    owner: Id.nullable(),
    locked: z.boolean(),
  })
  .partial();

/** Shipped shortcuts, by their numbers. */
export const BindingsOf = z.strictObject({ ids: z.array(Id).min(1).max(5000) });

export const NewCorrection = Correction.pick({ command: true, context: true, platform: true, now: true, reason: true });

const why = { reason: Correction.shape.reason };
/** What a sealed release says otherwise in truth, and why that is said only now; what is not named stays. */
export const SentFacts = z.discriminatedUnion('what', [
  z.strictObject({
    what: z.literal('command'),
    subject: Id,
    words: ShippedWords.extend({ home: Id }).partial(),
    ...why,
  }),
  z.strictObject({
    what: z.literal('place'),
    subject: Id,
    place: Context.pick({ name: true, parent: true, takesText: true }).partial(),
    ...why,
  }),
  z.strictObject({ what: z.literal('policy'), policy: KeyPolicy, ...why }),
  z.strictObject({ what: z.literal('default'), keyset: Id, ...why }),
]);
export type SentFacts = z.infer<typeof SentFacts>;

/** Words of a command in other interface languages, added to a release: a sealed one takes them too. */
export const SentWordings = z.strictObject({
  command: Id,
  wordings: z
    .array(Wording.refine((one) => one.language !== null, 'choose a language'))
    .min(1)
    .max(60),
});

export const SentMerge = z.strictObject({ keep: Id, drop: Id });
export const SentSplit = z.strictObject({
  command: Id,
  name: CommandName,
  label: CommandWords.shape.label,
  bindings: z.array(Id).max(500).default([]),
  /** Edits that go with the part, by keyset, context and platform. */
  edits: z
    .array(z.object({ keyset: Id, context: Id, platform: Edit.shape.platform }))
    .max(500)
    .default([]),
});

/** Rows in which a workplace differs from the table that ships; a row with `free` frees its press. */
export const SentSystemKeys = z.strictObject({
  keys: z.array(SystemKey.extend({ free: z.boolean().default(false) })).max(2000),
});

const query = z.record(z.string().max(40), z.string().max(2000));
export const NewView = z.strictObject({ name: z.string().trim().min(1).max(80), query });
export const SavedView = NewView.extend({ id: Id });
export type SavedView = z.infer<typeof SavedView>;
