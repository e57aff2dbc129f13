import type { Gives, RouteName, Sends } from '@crib/core/contract';
import { request, type At } from '../api/client.ts';
import { useDoing } from './useDoing.ts';
import { useWorkspace } from '../stores/workspace.ts';

type Answered<Name extends RouteName> = [Gives<Name>] extends [void] ? true : Gives<Name>;

/** Sends a correction, says what came of it, and shows the catalogue as it is then. */
export function useSaving() {
  const workspace = useWorkspace();
  const { problems, said, busy, doing } = useDoing();

  /** The response, or `true` if it has no body; null if the server refused. */
  async function send<Name extends RouteName>(
    name: Name,
    at: At<Name>,
    body: Sends<Name>,
    sentence: string,
  ): Promise<Answered<Name> | null> {
    let answer = true as Answered<Name>;
    const done = await doing(async () => {
      answer = ((await request(name, at, body)) as Answered<Name> | undefined) ?? answer;
      await workspace.reload();
    }, sentence);
    return done ? answer : null;
  }
  return { problems, said, busy, send };
}
