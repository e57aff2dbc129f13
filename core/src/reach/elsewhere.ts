import type { Command } from '../contract/index.ts';
import { effective, type Opened } from '../keyset/index.ts';
import type { Platform } from '../keys/index.ts';

/** What a command has in another program. */
export interface Elsewhere {
  readonly app: string;
  readonly shortcut: string;
}

/**
 * What a command has in other programs as they ship, by a command of the same id or label there; on the platform looked
 * at, or the first that the program runs on.
 */
export function pressesElsewhere(command: Command, programs: readonly Opened[], platform: Platform): Elsewhere[] {
  const label = command.label.toLowerCase();
  return programs.flatMap((program): Elsewhere[] => {
    const { shipped, catalogue } = program;
    const same = catalogue.commands.find((one) => one.name === command.name || one.label.toLowerCase() === label);
    if (!shipped || !same) return [];
    const { platforms } = catalogue.release;
    const on = platforms.includes(platform) ? platform : platforms[0]!;
    const [main] = effective(program.stack(shipped.id), on).of(same.id);
    return main ? [{ app: catalogue.app.name, shortcut: main.shortcut }] : [];
  });
}
