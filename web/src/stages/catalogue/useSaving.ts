import { ref, shallowRef } from 'vue';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** Sends a correction, says what came of it, and shows the catalogue as it is then. */
export function useSaving() {
  const workspace = useWorkspace();
  const problems = shallowRef<readonly Problem[]>([]);
  const said = ref('');
  const busy = ref(false);

  async function send<T>(
    method: 'POST' | 'PUT' | 'DELETE',
    path: string,
    body: unknown,
    sentence: string,
  ): Promise<T | null> {
    problems.value = [];
    said.value = '';
    busy.value = true;
    try {
      const answer = await ask<T>(method, path, body);
      await workspace.reload();
      said.value = sentence;
      return answer ?? ({} as T);
    } catch (error) {
      problems.value = problemsOf(error);
      return null;
    } finally {
      busy.value = false;
    }
  }
  return { problems, said, busy, send };
}
