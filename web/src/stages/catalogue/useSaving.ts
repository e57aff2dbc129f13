import { ask } from '../../api/client.ts';
import { useDoing } from '../../parts/useDoing.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** Sends a correction, says what came of it, and shows the catalogue as it is then. */
export function useSaving() {
  const workspace = useWorkspace();
  const { problems, said, busy, doing } = useDoing();

  async function send<T>(
    method: 'POST' | 'PUT' | 'DELETE',
    path: string,
    body: unknown,
    sentence: string,
  ): Promise<T | null> {
    let answer = {} as T;
    const done = await doing(async () => {
      answer = (await ask<T>(method, path, body)) ?? answer;
      await workspace.reload();
    }, sentence);
    return done ? answer : null;
  }
  return { problems, said, busy, send };
}
