import { parseArgs } from 'node:util';
import { CribError } from '@crib/core/error';
import { check } from './check.ts';
import { diff } from './diff.ts';
import { preset } from './preset.ts';
import { send } from './send.ts';
import type { Asked, Told } from './told.ts';

const HELP = `crib: check, compare and convert shortcut lists

  crib check LIST                   check a list: problems in it, and conflicts
  crib diff OLD NEW                 list changes between two releases
  crib preset write FORMAT LIST     write a preset file from a list (to --out, or to standard output)
  crib preset read FORMAT FILE LIST compare a preset file with a list
  crib send LIST                    import a list through the API (--site, --release and CRIB_TOKEN)

  --platforms windows,macos,linux   platforms of the program (default: all three)
  --platform macos                  platform of the preset file (default: first)
  --layout de,us                    keyboard layouts to check (default: us)
  --typed-letters                   shortcuts can be typed letter sequences
  --json                            JSON output
  --out FILE                        output file for a preset file

Exit codes: 0 success, 1 problems or changes found, 2 usage error.
`;

const OPTIONS = {
  platforms: { type: 'string', default: 'windows,macos,linux' },
  platform: { type: 'string' },
  layout: { type: 'string', default: 'us' },
  'typed-letters': { type: 'boolean', default: false },
  json: { type: 'boolean', default: false },
  out: { type: 'string' },
  site: { type: 'string', default: 'http://127.0.0.1:4310' },
  release: { type: 'string' },
  help: { type: 'boolean', default: false },
} as const;

const COMMANDS: Readonly<Record<string, (asked: Asked) => Promise<Told>>> = { check, diff, preset, send };

/** Where it writes: the process, or whoever runs it in its place. */
export interface Streams {
  readonly stdout: { write(text: string | Uint8Array): unknown };
  readonly stderr: { write(text: string | Uint8Array): unknown };
}

/** Does what is asked; gives the exit code. */
export async function main(args: readonly string[], { stdout, stderr }: Streams): Promise<number> {
  try {
    const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
    const [name = '', ...files] = positionals;
    const command = COMMANDS[name];
    if (values.help || !command) {
      (values.help ? stdout : stderr).write(HELP);
      return values.help ? 0 : 2;
    }
    const told = await command({ files, options: values });
    const { lines, data, file } = told;
    if (values.json) stdout.write(`${JSON.stringify(data, null, 2)}\n`);
    else (file ? stderr : stdout).write(lines.map((line) => `${line}\n`).join(''));
    if (file && !values.json) stdout.write(file);
    return told.fine ? 0 : 1;
  } catch (error) {
    const lines =
      error instanceof CribError
        ? error.problems.map((one) => one.sentence)
        : [error instanceof Error ? error.message : String(error)];
    stderr.write(lines.map((line) => `${line}\n`).join(''));
    return 2;
  }
}
