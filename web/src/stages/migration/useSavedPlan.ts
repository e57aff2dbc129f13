import { ref, shallowRef, type Ref } from 'vue';
import type { Crosswalk } from '@crib/core/contract';
import type { Opened } from '@crib/core/keyset';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import type { PlanAnswer } from '../../workers/plan.ts';

/** Keeps a plan: as one keyset, or step by step, each step a layer on the one before with a sheet of what is new in it. */
export function useSavedPlan(
  crosswalk: Ref<Crosswalk | null>,
  to: Ref<Opened | null>,
  answer: Ref<PlanAnswer | null>,
  keep: Ref<number>,
) {
  const workspace = useWorkspace();
  const { router, luggage } = usePlace();
  const name = ref('');
  const bySteps = ref(false);
  const problems = shallowRef<readonly Problem[]>([]);
  const saving = ref(false);

  async function save() {
    const [found, shipped, judged] = [answer.value, to.value?.shipped, crosswalk.value];
    if (!found || !shipped || !judged) return;
    saving.value = true;
    problems.value = [];
    const called = name.value || `Coming from ${judged.from.name}`;
    const steps = bySteps.value
      ? found.steps.map(({ edits }, index) => ({
          name: `${called}, step ${index + 1}`,
          edits,
          sheet: 'New in this step',
        }))
      : [{ name: called, edits: found.plan.edits, sheet: null }];
    const why = `From the migration plan for ${judged.from.name}: the ${keep.value} most-used commands keep their shortcut.`;
    try {
      const { keysets } = await ask(
        'POST /api/apps/:slug/plans',
        { slug: judged.to.slug },
        {
          baseId: shipped.id,
          why,
          steps,
        },
      );
      await workspace.reload();
      await router.push({ name: 'keyset', params: { keyset: keysets.at(-1)! }, query: luggage.value });
    } catch (error) {
      problems.value = problemsOf(error);
    } finally {
      saving.value = false;
    }
  }
  return { name, bySteps, problems, saving, save };
}
