import { layoutById, platformName, showStored } from '../../keys/index.ts';
import type { Held } from '../effective.ts';
import type { Clash, Setting } from './finding.ts';

const list = (names: readonly string[]) =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** Where a finding holds, said only when that is not everywhere. */
function where({ platforms, layouts }: Clash, setting: Setting): string {
  const all = setting.layouts?.length ?? 1;
  const on = platforms.length < setting.platforms.length ? ` on ${list(platforms.map(platformName))}` : '';
  if (layouts.length >= all) return on;
  const names = layouts.map((id) => layoutById(id)?.name ?? id);
  const shown = names.length > 4 ? `${names.length} of ${all}` : list(names);
  return `${on} with the ${shown} layout${names.length > 1 ? 's' : ''}`;
}

/** A finding as a sentence with both parties. */
export function clashSentence(setting: Setting, clash: Clash): string {
  const [a, b] = clash.parties;
  const platform = clash.platforms[0] ?? setting.platforms[0]!;
  const label = (held: Held) => setting.commands.get(held.command)?.label ?? `command ${held.command}`;
  const keys = (held: Held) => showStored(held.shortcut, platform);
  const place = (held: Held) => setting.tree.get(held.context).name;
  const on = where(clash, setting);
  const other = b ?? a;
  switch (clash.kind) {
    case 'same place':
      return `${keys(a)} is given to both ${label(a)} and ${label(other)} in ${place(a)}${on}.`;
    case 'platform fold':
      return `${keys(a)} (${label(a)}) and ${keys(other)} (${label(other)}) become one press${on}; elsewhere they differ.`;
    case 'together':
      return `${keys(a)} is ${label(a)} in ${place(a)} and ${label(other)} in ${place(other)}${on}; both are active at once, and nothing says which is meant.`;
    case 'fixed':
      return `${keys(a)} in ${place(a)} meets ${keys(other)} in ${place(other)}${on}: ${label(a)} and ${label(other)}, one of which cannot be changed.`;
    case 'waits':
      return `${keys(a)} (${label(a)}) and ${keys(other)} (${label(other)}) begin alike${on}: the shorter one has to wait.`;
    case 'hidden':
      return `In ${place(other)} ${keys(other)} is ${label(other)}${on}; ${label(a)}, which has it in ${place(a)}, is hidden there.`;
    case 'not accepted':
      return `${keys(a)} for ${label(a)}: ${clash.says}`;
    case 'system':
      return `${keys(a)} (${label(a)}) is taken by ${clash.taker}${on}.`;
    case 'typing':
      return clash.swallowed
        ? `In ${place(a)} typing goes into the text: ${clash.swallowed} shortcuts of wider places are typed there instead.`
        : `${keys(a)} (${label(a)}) is needed for typing in ${place(a)}${on}.`;
    case 'cannot be pressed':
      return clash.unknown
        ? `Whether ${keys(a)} (${label(a)}) can be pressed is not known${on || ' there'}.`
        : `${keys(a)} (${label(a)}) cannot be pressed${on}.`;
    case 'types a character':
      return clash.unknown
        ? `Whether ${keys(a)} (${label(a)}) types a character is not known${on || ' there'}.`
        : `${keys(a)} (${label(a)}) types a character${on || ' there'}.`;
    case 'lopsided':
      return `${label(a)} has ${keys(a)}${on}; its counterpart ${setting.commands.get(clash.missing ?? 0)?.label ?? ''} has no key.`;
  }
}
