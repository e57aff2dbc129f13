import type { Command } from '../../contract/index.ts';
import type { Opened } from '../../keyset/index.ts';
import { canonicalText, type Keyboards } from '../../press/index.ts';
import type { MatchedCommand } from './names.ts';

/** The commands of a release as they are matched, with the presses they ship with on the keyboards. */
export function matchedCommands({ catalogue, shipped, tree, weighed }: Opened, keyboards: Keyboards): MatchedCommand[] {
  const held = shipped ? keyboards.platforms.map((platform) => weighed(shipped.id, keyboards).on(platform)) : [];
  const presses = (id: number) =>
    held.flatMap((on, at) => {
      const [keyboard] = keyboards.on(keyboards.platforms[at]!);
      return on.of(id).flatMap(({ shortcut }) => {
        const press = keyboard && canonicalText(shortcut, keyboard);
        return press ? [`${keyboard.platform} ${press}`] : [];
      });
    });
  const matched = ({ id, name, label, otherNames, description, destructive, ...one }: Command): MatchedCommand => ({
    id,
    name,
    label,
    otherNames,
    description,
    menu: one.menu || `${one.category} › ${label}`,
    place: tree.path(one.home),
    destructive,
    presses: [...new Set(presses(id))],
  });
  return catalogue.commands.map(matched);
}
