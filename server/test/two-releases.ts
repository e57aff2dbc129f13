import type { Catalogue, LineageLink, Release } from '@crib/core/contract';
import type { Client } from './harness.ts';

const OLD = `Command id,Label,Context,Menu path,Category,Shortcut
sound,Place sounding,,Depths › Place sounding,Depths,S
heights,Show drying heights,,View › Show drying heights,View,J
shore,Trace shoreline,Chart,Lines › Trace shoreline,Lines,L
buoy,Add buoy,Chart,Marks › Add buoy,Marks,B
print,Print plate,,File › Print plate,File,Primary+P
fax,Send by fax,,File › Send by fax,File,F9
`;
// Without ids: what is called the same is the same; what is not is for the trainer to say.
const NEW = `Label,Context,Menu path,Category,Shortcut
Place sounding,,Depths › Place sounding,Depths,S
Drying heights,,View › Drying heights,View,6
Discard trial contour,,Lines › Discard trial contour,Lines,J
Trace coastline,Chart,Lines › Trace coastline,Lines,L
Add lateral buoy,Chart,Marks › Add lateral buoy,Marks,B
Add safe-water buoy,Chart,Marks › Add safe-water buoy,Marks,
Print plate,,File › Print plate,File,Primary+P
`;

/** An app with two releases and a custom keyset on the first. */
export async function twoReleases(client: Client) {
  const made = await client.makeRelease();
  const list = (release: Release, text: string) =>
    client.must('POST', `/api/releases/${release.id}/list`, { text, newContexts: ['Chart'] });
  await list(made.release, OLD);
  const release = await client.must<Release>('POST', `/api/apps/${made.slug}/releases`, { label: '2.0' });
  await list(release, NEW);
  const load = (id: number) => client.must<Catalogue>('GET', `/api/releases/${id}`);
  const [old, now] = [await load(made.release.id), await load(release.id)];
  const id = (catalogue: Catalogue, label: string) => catalogue.commands.find((one) => one.label === label)!.id;
  return { slug: made.slug, old, now, reload: () => load(release.id), id };
}
export type Two = Awaited<ReturnType<typeof twoReleases>>;

export const confirm = (
  client: Client,
  { slug, now, old, id }: Two,
  pairs: [string, string][],
  verdict: string | null = 'confirmed',
) =>
  client.ask<LineageLink[]>('PUT', `/api/apps/${slug}/lineage`, {
    release: now.release.id,
    links: pairs.map(([a, b]) => ({ kind: 'command', old: id(old, a), now: id(now, b), verdict })),
  });
