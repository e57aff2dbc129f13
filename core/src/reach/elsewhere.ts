import type { Command } from '../contract/index.ts';
import { effective, type Opened } from '../keyset/index.ts';
import type { Platform } from '../keys/index.ts';

/** What a command has in another program. */
export interface Elsewhere {
  readonly app: string;
  readonly shortcut: string;
}

/** Another program, and which of its commands answer to one of this; null where nobody has judged that. */
export interface OtherProgram {
  readonly program: Opened;
  readonly answering: (command: number) => readonly number[] | null;
}

/**
 * What a command has in other programs as they ship: the commands there that were judged to answer to it, or one of the same
 * id or label where nobody has judged; on the platform looked at, or the first that the program runs on.
 */
export function pressesElsewhere(command: Command, programs: readonly OtherProgram[], platform: Platform): Elsewhere[] {
  const label = command.label.toLowerCase();
  return programs.flatMap(({ program, answering }): Elsewhere[] => {
    const { shipped, catalogue } = program;
    const alike = () =>
      catalogue.commands.filter((one) => one.name === command.name || one.label.toLowerCase() === label).slice(0, 1);
    const same = answering(command.id) ?? alike().map((one) => one.id);
    if (!shipped || same.length === 0) return [];
    const { platforms } = catalogue.release;
    const on = platforms.includes(platform) ? platform : platforms[0]!;
    const held = effective(program.stack(shipped.id), on);
    const mains = new Set(same.flatMap((id) => held.of(id)[0]?.shortcut ?? []));
    return [...mains].map((shortcut) => ({ app: catalogue.app.name, shortcut }));
  });
}
