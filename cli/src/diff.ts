import { opened } from '@crib/core/keyset';
import { showStored } from '@crib/core/keys';
import { RESTS } from '@crib/core/reach';
import { comparedOn, lineageBetween, noteLines } from '@crib/core/release';
import { counted, say } from '@crib/core/words';
import { keyboardsFor, listed, problemLine, type Asked, type Told } from './told.ts';

/** What moved between two lists of one program: commands are the same by their ids, or else by their names. */
export async function diff(asked: Asked): Promise<Told> {
  const [first = '', second = ''] = asked.files;
  const old = await listed(first, asked);
  const now = await listed(second, asked, old.catalogue);
  const sides = [old, now].map(({ catalogue }) => ({
    opened: opened(catalogue),
    keyset: catalogue.keysets[0]?.id ?? 0,
  }));
  const [was, is] = sides as [(typeof sides)[number], (typeof sides)[number]];
  const order = [old.catalogue.release.id, now.catalogue.release.id];
  const lineage = lineageBetween([], order, old.catalogue, now.catalogue);
  const lines = noteLines(comparedOn(was, is, lineage, keyboardsFor(asked), { rest: RESTS[1]!, typist: 'average' }));
  const keys = (held: Readonly<Record<string, readonly string[]>>) =>
    Object.entries(held)
      .flatMap(([platform, stored]) =>
        stored.length ? [`${platform} ${stored.map((one) => showStored(one, platform)).join(' or ')}`] : [],
      )
      .join(', ');
  const problems = [
    ...old.problems.map((one) => problemLine(first, one)),
    ...now.problems.map((one) => problemLine(second, one)),
  ];
  const changes = lines.map((line) => ({
    group: line.group,
    command: line.command,
    subject: line.subject,
    sentence: say(line.said),
    before: line.before,
    after: line.after,
  }));
  return {
    lines: [
      ...problems,
      ...lines.map(
        (line) =>
          `${line.group}: ${line.subject}: ${say(line.said)}${keys(line.before) || keys(line.after) ? ` (${keys(line.before) || 'none'} → ${keys(line.after) || 'none'})` : ''}`,
      ),
      `${counted(changes.length, 'change')}.`,
    ],
    data: { problems, changes },
    fine: problems.length === 0 && changes.length === 0,
  };
}
