import { parseStored, writeStrokes, type Platform, type Style, type Written } from '@crib/core/keys';

const known = new Map<string, Written>();

/** How a stored shortcut is shown in chips, remembered: a ledger shows the same few hundred again and again. */
export function chipTexts(stored: string, platform: Platform, style: Style): Written {
  const name = `${platform} ${style} ${stored}`;
  const found = known.get(name) ?? writeStrokes(parseStored(stored), platform, style);
  if (known.size > 20_000) known.clear();
  known.set(name, found);
  return found;
}
