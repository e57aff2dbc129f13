import { clashSaid, clashes, opened } from '@crib/core/keyset';
import { counted, say } from '@crib/core/words';
import { keyboardsFor, listed, problemLine, type Asked, type Told } from './told.ts';

/** Reads a list: what is wrong in it, what is in it, and what clashes. */
export async function check(asked: Asked): Promise<Told> {
  const [name = ''] = asked.files;
  const { catalogue, problems } = await listed(name, asked);
  const all = opened(catalogue);
  const setting = catalogue.keysets.length ? all.setting(catalogue.keysets[0]!.id, keyboardsFor(asked)) : null;
  const found = (setting ? clashes(setting) : []).map((clash) => ({
    severity: clash.severity,
    platforms: clash.platforms,
    sentence: say(clashSaid(setting!, clash)),
  }));
  const bindings = catalogue.keysets.reduce((sum, one) => sum + (one.kind === 'shipped' ? one.bindings.length : 0), 0);
  const counts = { commands: catalogue.commands.length, places: catalogue.contexts.length, shortcuts: bindings };
  const errors = found.filter((one) => one.severity === 'error').length;
  return {
    lines: [
      ...problems.map((one) => problemLine(name, one)),
      ...found.map((one) => `${one.severity}: ${one.sentence}`),
      `${counted(counts.commands, 'command')}, ${counted(counts.places, 'context')}, ${counted(counts.shortcuts, 'shortcut')}; ${counted(problems.length, 'problem')}, ${counted(errors, 'conflict')} (errors)`,
    ],
    data: { counts, problems, clashes: found },
    fine: problems.length === 0 && errors === 0,
  };
}
