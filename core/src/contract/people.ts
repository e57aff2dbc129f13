import { z } from 'zod';
import { Id } from './entities.ts';
import { LayerChange } from './history.ts';
import { SentChange } from './requests.ts';

/** A moment, as ISO 8601 writes it. */
const Moment = z.string();

/** People of a workspace, what they may, and what they have done. */

/** An owner does everything; an editor writes and publishes; a reviewer comments and answers proposals; a reader looks. */
export const Role = z.enum(['owner', 'editor', 'reviewer', 'reader']);
export type Role = z.infer<typeof Role>;

/** A role with its article: an owner, a reader. */
export const aRole = (role: Role): string => `${/^[aeiou]/.test(role) ? 'an' : 'a'} ${role}`;

/** What a token of the API may do: look, write too, publish too. */
export const Scope = z.enum(['read', 'write', 'publish']);
export type Scope = z.infer<typeof Scope>;

/** What somebody may do in a workspace. */
export type Action = 'look at' | 'comment' | 'edit' | 'publish' | 'review' | 'manage';
/** What a role lets do. */
export const ROLES: Record<Role, readonly Action[]> = {
  reader: ['look at'],
  reviewer: ['look at', 'comment', 'review'],
  editor: ['look at', 'comment', 'edit', 'publish'],
  owner: ['look at', 'comment', 'edit', 'publish', 'review', 'manage'],
};
/** What a token lets do, as far as the role does too. */
export const SCOPES: Record<Scope, readonly Action[]> = {
  read: ['look at'],
  write: ['look at', 'comment', 'edit', 'review'],
  publish: ['look at', 'comment', 'edit', 'review', 'publish'],
};

const PersonName = z
  .string()
  .normalize('NFC')
  .trim()
  .min(1)
  .max(80)
  .regex(/^[^\p{Cc}]*$/u, 'must be one line');
export const Email = z.email().max(200).toLowerCase();
/** Long rather than odd: at least 12 characters, whatever they are. */
export const Password = z.string().min(12).max(200);

export const Workspace = z.object({ id: Id, name: z.string(), editorsPropose: z.boolean() });
export type Workspace = z.infer<typeof Workspace>;

/** Who is signed in, where, and what they may do there. */
export const Session = z.object({
  id: Id,
  name: z.string(),
  email: z.string(),
  role: Role,
  workspace: Workspace,
  /** All workspaces of theirs, with the one they are in. */
  workspaces: z.array(z.object({ id: Id, name: z.string() })),
});
export type Session = z.infer<typeof Session>;

/** An account that the sign-in page of the demo shows. */
export const DemoAccount = z.object({ name: z.string(), email: z.string(), password: z.string(), role: Role });
export type DemoAccount = z.infer<typeof DemoAccount>;

export const SentWorkspace = z.strictObject({ name: PersonName.max(120), editorsPropose: z.boolean().default(false) });
export const ChosenWorkspace = z.strictObject({ id: Id });
export const SentAccount = z.strictObject({
  name: PersonName.optional(),
  password: z.strictObject({ old: z.string().max(200), now: Password }).optional(),
});

export const Member = z.object({
  id: Id,
  name: z.string(),
  /** Owners alone are told. */
  email: z.string().nullable(),
  role: Role,
  disabled: z.boolean(),
  since: Moment,
});
export type Member = z.infer<typeof Member>;
export const Invitation = z.object({ id: Id, email: z.string(), role: Role, by: z.string(), endsAt: Moment });
export type Invitation = z.infer<typeof Invitation>;
export const People = z.object({ workspace: Workspace, members: z.array(Member), invitations: z.array(Invitation) });
export type People = z.infer<typeof People>;

export const SentInvitation = z.strictObject({ email: Email, role: Role });
/** An invitation with its link, which is told once, and the secret that the link ends in. */
export const MadeInvitation = Invitation.extend({ link: z.string(), secret: z.string() });
export type MadeInvitation = z.infer<typeof MadeInvitation>;
export const SentMember = z.strictObject({ role: Role.optional(), disabled: z.boolean().optional() });

/** What somebody who was invited is told; `known` where the address has an account, whose password is asked then. */
export const Invited = z.object({
  workspace: z.string(),
  role: Role,
  email: z.string().nullable(),
  known: z.boolean(),
});
export type Invited = z.infer<typeof Invited>;
/** Whoever joins: with an address of their own where the invitation names none. */
export const Joining = z.strictObject({
  name: PersonName.optional(),
  email: Email.optional(),
  password: z.string().min(1).max(200),
});

export const ApiToken = z.object({ id: Id, name: z.string(), scope: Scope, madeAt: Moment, endsAt: Moment });
export type ApiToken = z.infer<typeof ApiToken>;
export const SentToken = z.strictObject({ name: PersonName, scope: Scope, days: z.int().min(1).max(366).default(90) });
export const MadeToken = ApiToken.extend({ token: z.string() });
export type MadeToken = z.infer<typeof MadeToken>;

/** One act: who did what to what, when and why. */
export const Act = z.object({
  id: Id,
  who: z.string(),
  doing: z.string(),
  about: z.string(),
  app: z.string().nullable(),
  release: z.string().nullable(),
  keyset: Id.nullable(),
  why: z.string(),
  at: Moment,
  rows: z.int(),
  /** A reading-in that nobody has taken back yet. */
  undoable: z.boolean(),
});
export type Act = z.infer<typeof Act>;
export const ActPage = z.object({ acts: z.array(Act), next: Id.nullable() });
export type ActPage = z.infer<typeof ActPage>;
/** A row as it was and as it became: none before it came, none after it went. */
export const ActRow = z.object({
  keptIn: z.string(),
  /** The command that it is about, as the release calls it. */
  command: z.string().nullable(),
  before: z.record(z.string(), z.unknown()).nullable(),
  after: z.record(z.string(), z.unknown()).nullable(),
});
export type ActRow = z.infer<typeof ActRow>;
export const ActsAsked = z.strictObject({
  before: z.coerce.number<number>().int().positive().optional(),
  app: z.string().max(60).optional(),
  who: z.coerce.number<number>().int().positive().optional(),
  text: z.string().max(200).optional(),
});

/** Edits that an editor asks to have made, and what became of that. */
export const Proposal = z.object({
  id: Id,
  keyset: Id,
  name: z.string(),
  release: z.string(),
  revision: z.int(),
  change: LayerChange,
  why: z.string(),
  who: z.string(),
  mine: z.boolean(),
  at: Moment,
  state: z.enum(['open', 'taken', 'sent back', 'withdrawn']),
  answer: z.string(),
  answeredBy: z.string().nullable(),
  answeredAt: Moment.nullable(),
});
export type Proposal = z.infer<typeof Proposal>;
export const SentAnswer = z.discriminatedUnion('answer', [
  /** What would follow from taking it was shown, as for any change. */
  SentChange.pick({ revision: true, shown: true, layouts: true, language: true }).extend({ answer: z.literal('take') }),
  z.strictObject({ answer: z.literal('send back'), because: z.string().trim().min(1).max(500) }),
]);

export const Remark = z.object({
  id: Id,
  command: Id,
  keyset: Id.nullable(),
  said: z.string(),
  who: z.string(),
  at: Moment,
  ended: z.boolean(),
});
export type Remark = z.infer<typeof Remark>;
export const SentRemark = z.strictObject({
  command: Id,
  keyset: Id.nullable().default(null),
  said: z.string().normalize('NFC').trim().min(1).max(2000),
});

/** Who has Crib open, and where. */
export const Here = z.object({ id: Id, name: z.string(), place: z.string() });
export type Here = z.infer<typeof Here>;
export const SentHere = z.strictObject({ tab: z.string().min(1).max(60), place: z.string().max(300) });

/** What others have just done, as it comes over `/api/events`. */
export const Told = z.object({
  act: Id,
  editor: Id,
  who: z.string(),
  app: Id.nullable(),
  release: Id.nullable(),
  keyset: Id.nullable(),
  doing: z.string(),
  about: z.string(),
});
export type Told = z.infer<typeof Told>;

/** How a stream of events begins: who listens, and to which workspace. */
export const Hello = z.object({ editor: Id, workspace: Id });
