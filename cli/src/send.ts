import { createHash } from 'node:crypto';
import { ProblemDetails, ListReport } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { counted } from '@crib/core/words';
import { bytesOf, problemLine, type Asked, type Told } from './told.ts';

/** Takes a list in over the API, with the token in CRIB_TOKEN; the same list for the same release is taken in once. */
export async function send(asked: Asked): Promise<Told> {
  const [name = ''] = asked.files;
  const { site, release } = asked.options;
  const token = process.env['CRIB_TOKEN'];
  if (!release) return refuse('no-release', 'Missing option: --release NUMBER');
  if (!token) return refuse('no-token', 'Set CRIB_TOKEN to a token. Create one under “Your account”.');
  const bytes = await bytesOf(name, 'list file');
  const key = createHash('sha256').update(`${release} `).update(bytes).digest('base64url');
  const response = await fetch(
    `${site}/api/releases/${encodeURIComponent(release)}/list?source=${encodeURIComponent(name)}`,
    {
      method: 'POST',
      headers: { authorization: `Bearer ${token}`, 'content-type': 'application/octet-stream', 'idempotency-key': key },
      body: new Uint8Array(bytes),
    },
  ).catch(() => refuse('offline', `${site} is not answering. Check the address and try again.`));
  const answer: unknown = await response.json();
  if (!response.ok) {
    const { problems, detail } = ProblemDetails.parse(answer);
    return {
      lines: problems.length ? problems.map((one) => problemLine(name, one as never)) : [detail],
      data: answer,
      fine: false,
    };
  }
  const { counts, nothingToDo } = ListReport.parse(answer);
  const said = nothingToDo
    ? 'No changes.'
    : `${counted(counts.newCommands, 'new command')}, ${counted(counts.newBindings, 'new shortcut')}, ${counted(counts.changedCommands, 'changed command')}`;
  return { lines: [said], data: answer, fine: true };
}
