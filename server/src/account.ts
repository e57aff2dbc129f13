import { randomBytes } from 'node:crypto';
import { parseArgs } from 'node:util';
import { Email, Role } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { hashPassword } from './entry/password.ts';
import { hashOf, randomSecret } from './entry/secrets.ts';
import { makeAccount } from './entry/accounts.ts';
import { EVERYWHERE, inTransaction, openPool, type Db } from './store/db.ts';
import { firstOwnerInvited, insertInvitation, inviteFirstOwner } from './store/entry.ts';
import {
  accountAt,
  anyOwner,
  changeAccount,
  dropMember,
  endSessions,
  firstWorkspace,
  membersOf,
  oneByOne,
  updateMember,
  workspaceNamed,
  workspacesOf,
} from './store/people.ts';

const HELP = `npm run account -- make NAME EMAIL      create an account and print its password; --role, --workspace
npm run account -- invite EMAIL         print an invitation link; --role, --workspace
npm run account -- password EMAIL       set a new password and print it; signs them out on all devices
npm run account -- disable EMAIL        block access to the workspace; enable restores it
npm run account -- remove EMAIL         delete permanently; the name becomes “a former editor”
npm run account -- owner                print a new link for the first owner, if there is none yet
`;

/** Making, inviting, keeping out and removing by a command, for whoever runs the server. */
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { role: { type: 'string', default: 'owner' }, workspace: { type: 'string' } },
});
const [verb = '', ...words] = positionals;
const pool = openPool(process.env['DATABASE_URL'] ?? refuse('no-database', 'Set DATABASE_URL to the database to use.'));
const within = <Result>(work: (db: Db) => Promise<Result>) => inTransaction(pool, { workspace: EVERYWHERE }, work);
const site = process.env['CRIB_SITE'] ?? 'http://127.0.0.1:4310';
const newPassword = () => randomBytes(12).toString('base64url');

const somebody = async (db: Db, address: string | undefined) =>
  (await accountAt(db, Email.parse(address))) ?? refuse('not-found', `No account with this email: ${address}.`);
/** The workspace that is named; the only one of somebody’s where none is. */
async function workspaceOf(db: Db, editor?: number): Promise<number> {
  const { workspace } = values;
  if (workspace)
    return ((await workspaceNamed(db, workspace)) ?? refuse('not-found', `Workspace not found: “${workspace}”.`)).id;
  const all = editor === undefined ? [] : await workspacesOf(db, editor);
  return all.length === 1 ? all[0]!.id : refuse('which-workspace', 'Choose a workspace: --workspace NAME');
}

const DOES: Readonly<Record<string, () => Promise<string>>> = {
  async make() {
    const [name = '', address] = words;
    const [email, role, password] = [Email.parse(address), Role.parse(values.role), newPassword()];
    await makeAccount(pool, { name, email, role, password, workspace: values.workspace ?? 'My workspace' });
    return `${name} signs in as ${email} with ${password}`;
  },
  async invite() {
    const [email, role, secret] = [Email.parse(words[0]), Role.parse(values.role), randomSecret()];
    await within(async (db) => {
      const workspace = await workspaceOf(db);
      const owner = (await membersOf(db, workspace)).find((one) => one.role === 'owner' && !one.disabled)!;
      await insertInvitation(db, { workspace, email, role, secretHash: hashOf(secret), by: owner.id });
    });
    return `${site}/join/${secret}`;
  },
  async password() {
    const password = newPassword();
    const passwordHash = await hashPassword(password);
    await within(async (db) => {
      const { id } = await somebody(db, words[0]);
      await changeAccount(db, id, { passwordHash });
      await endSessions(db, id);
    });
    return `The new password is ${password}`;
  },
  /** Said at each start without the demo: the link is shown once, as a secret is. */
  first: () =>
    within(async (db) => {
      if (await anyOwner(db)) return '';
      if (await firstOwnerInvited(db))
        return 'There is no owner yet. Open the link that was printed at the first start, or create a new one: npm run account -- owner';
      return ownerLink(db);
    }),
  owner: () =>
    within(async (db) => {
      if (await anyOwner(db))
        refuse('owned', 'There is already an owner. They can invite others, or use: npm run account -- invite');
      return ownerLink(db);
    }),
  disable: () => stand(true, 'disabled.'),
  enable: () => stand(false, 'enabled.'),
  async remove() {
    const { id } = await somebody(pool, words[0]);
    const workspace = await within((db) => workspaceOf(db, id));
    // What is theirs elsewhere stays theirs.
    await inTransaction(pool, { workspace }, (db) => dropMember(db, workspace, id));
    return `${words[0]} removed.`;
  },
};
/** A link that makes whoever opens it the first owner. */
async function ownerLink(db: Db): Promise<string> {
  const secret = randomSecret();
  await oneByOne(db);
  await inviteFirstOwner(db, await firstWorkspace(db, 'My workspace'), hashOf(secret));
  return `Create the owner’s account here (the link works once, for 14 days):\n${site}/join/${secret}`;
}
const stand = (disabled: boolean, said: string) =>
  within(async (db) => {
    const { id } = await somebody(db, words[0]);
    await updateMember(db, await workspaceOf(db, id), id, { disabled });
    return `${words[0]} ${said}`;
  });

try {
  const does = DOES[verb];
  const said = does ? await does() : HELP;
  if (said) console.log(said);
  process.exitCode = does ? 0 : 2;
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
} finally {
  await pool.end();
}
