/** The platforms with key conventions of their own. */
export const KNOWN_PLATFORMS = ['windows', 'macos', 'linux'] as const;
export type KnownPlatform = (typeof KNOWN_PLATFORMS)[number];

/** A platform's name. The list is open: a predecessor may have run on another. */
export type Platform = string;

/** Whose key names, symbols and order a platform follows; one that is not known is written as Windows is. */
export function conventionOf(platform: Platform): KnownPlatform {
  return KNOWN_PLATFORMS.find((known) => known === platform) ?? 'windows';
}

const NAMES: Record<KnownPlatform, string> = { windows: 'Windows', macos: 'macOS', linux: 'Linux' };

/** The platform's name as people write it. */
export function platformName(platform: Platform): string {
  return (NAMES as Readonly<Record<string, string | undefined>>)[platform] ?? platform;
}
