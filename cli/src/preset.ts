import { writeFile } from 'node:fs/promises';
import { refuse, refuseAny } from '@crib/core/error';
import { readPreset, writePreset } from '@crib/core/preset';
import { counted } from '@crib/core/words';
import { bytesOf, listed, platformsOf, recipeOf, type Asked, type Told } from './told.ts';

/** Preset files by a recipe: written from a list, or read and held against one. */
export async function preset(asked: Asked): Promise<Told> {
  const [way, recipeName, ...files] = asked.files;
  const platform = asked.options.platform ?? platformsOf(asked)[0]!;
  const recipe = { ...(await recipeOf(recipeName)), scope: 'all' as const };
  if (way === 'write') {
    const { catalogue } = await listed(files[0], asked);
    const made = writePreset(recipe, catalogue.keysets[0]!, catalogue, platform, { edition: 1 });
    if (made.fault) refuseAny([made.fault]);
    const { out } = asked.options;
    if (out) await writeFile(out, made.bytes);
    return {
      lines: [...made.losses, ...(out ? [`Wrote ${counted(made.bytes.length, 'byte')} to ${out}.`] : [])],
      data: { losses: made.losses, file: Buffer.from(made.bytes).toString('base64') },
      fine: made.losses.length === 0,
      ...(!out && { file: made.bytes }),
    };
  }
  if (way === 'read') {
    const { catalogue } = await listed(files[1], asked);
    const read = readPreset(recipe, await bytesOf(files[0], 'preset file'), catalogue, platform);
    const unknown = read.bindings.flatMap((one) => one.unknown.map((word) => ({ line: one.line, word })));
    return {
      lines: [
        ...unknown.map(({ line, word }) => `${files[0]}:${line}: unknown name “${word}”`),
        `${counted(read.bindings.length, 'entry')}, ${unknown.length} not recognised`,
      ],
      data: { records: read.bindings.length, unknown },
      fine: unknown.length === 0,
    };
  }
  return refuse('no-way', 'Usage: crib preset write FORMAT LIST, or crib preset read FORMAT FILE LIST');
}
