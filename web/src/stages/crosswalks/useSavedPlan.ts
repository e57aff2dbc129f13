import { ref, shallowRef, type Ref } from 'vue';
import type { Crosswalk, Edit } from '@crib/core/contract';
import type { Opened } from '@crib/core/keyset';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import { usePlace } from '../../stores/place.ts';
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

  async function layer(called: string, baseId: number, edits: readonly Edit[]): Promise<number> {
    const why = `Planned from the crosswalk from ${crosswalk.value!.from.name}: the ${keep.value} busiest keep their keys.`;
    const body = { name: called, baseId, note: '', edits, why };
    return (await ask<{ id: number }>('POST', `/api/apps/${crosswalk.value!.to.slug}/keysets`, body)).id;
  }
  async function sheet(title: string, keysetId: number, edits: readonly Edit[]) {
    const made = await ask<{ id: number; revision: number }>('POST', `/api/apps/${crosswalk.value!.to.slug}/sheets`, { keysetId, title }); // prettier-ignore
    const rows = [...new Set(edits.map((one) => one.command))].map((command) => ({ command, note: '' }));
    const body = {
      revision: made.revision,
      keysetId,
      title,
      intro: '',
      credit: '',
      sections: [{ title: 'New in this step', rows }],
    };
    await ask('PUT', `/api/sheets/${made.id}`, body);
  }
  async function save() {
    const [found, shipped] = [answer.value, to.value?.shipped];
    if (!found || !shipped) return;
    saving.value = true;
    problems.value = [];
    const called = name.value || `Coming from ${crosswalk.value!.from.name}`;
    try {
      let id = shipped.id;
      if (!bySteps.value) id = await layer(called, shipped.id, found.plan.edits);
      else
        for (const [index, { edits }] of found.steps.entries()) {
          const title = `${called}, step ${index + 1}`;
          id = await layer(title, id, edits);
          await sheet(title, id, edits);
        }
      await workspace.reload();
      await router.push({ name: 'keyset', params: { keyset: id }, query: luggage.value });
    } catch (error) {
      problems.value = problemsOf(error);
    } finally {
      saving.value = false;
    }
  }
  return { name, bySteps, problems, saving, save };
}
