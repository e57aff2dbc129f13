import { ref, shallowRef } from 'vue';
import type { Problem } from '@crib/core/error';
import { problemsOf } from '../api/client.ts';

/** Does something, says what came of it, or what stood in the way. */
export function useDoing() {
  const problems = shallowRef<readonly Problem[]>([]);
  const said = ref('');
  const busy = ref(false);
  async function doing(work: () => Promise<unknown>, sentence = ''): Promise<boolean> {
    busy.value = true;
    problems.value = [];
    said.value = '';
    try {
      await work();
      said.value = sentence;
      return true;
    } catch (error) {
      problems.value = problemsOf(error);
      return false;
    } finally {
      busy.value = false;
    }
  }
  return { problems, said, busy, doing };
}
