<script setup lang="ts">
import { ref, shallowRef } from 'vue';
import type { BinKind, Hanging } from '@crib/core/contract';
import { counted } from '@crib/core/words';
import { ask } from '../api/client.ts';
import { BIN_NAMES } from '../words/bin.ts';
import ProblemList from './ProblemList.vue';
import { useDoing } from '../composables/useDoing.ts';

/** Deletes something: what goes with it is named first, and it can be brought back from the desk for thirty days. */
const props = defineProps<{ kind: BinKind; id: number; name: string }>();
const emit = defineEmits<{ deleted: [] }>();
const open = ref(false);
const hanging = shallowRef<readonly Hanging[] | null>(null);
const { problems, busy, doing } = useDoing();

const look = () =>
  doing(async () => {
    open.value = true;
    hanging.value = null;
    hanging.value = await ask('GET /api/bin/with', { kind: props.kind, id: props.id });
  });
const remove = () =>
  doing(async () => {
    await ask('POST /api/bin', {}, { kind: props.kind, id: props.id });
    open.value = false;
    emit('deleted');
  });
</script>

<template>
  <button type="button" class="btn" :aria-label="`Delete ${name}`" @click="look">Delete</button>
  <section>
    <ElDialog v-model="open" :title="`Delete ${name}?`" width="440">
      <p v-if="hanging?.length === 0">Nothing else will be deleted.</p>
      <template v-else-if="hanging">
        <p>This will also delete:</p>
        <ul class="with">
          <li v-for="one in hanging" :key="`${one.kind} ${one.name}`">
            {{ BIN_NAMES[one.kind] }} <b>{{ one.name }}</b>{{
              one.editions
                ? ` (${counted(one.editions, 'published edition')} ${one.editions > 1 ? 'stay' : 'stays'} online)`
                : ''
            }}
          </li>
        </ul>
      </template>
      <p v-else-if="!problems.length" role="status">Checking what else will be deleted…</p>
      <p>You can restore all of this from the desk for 30 days.</p>
      <ProblemList :problems="problems" />
      <template #footer>
        <button type="button" class="btn" @click="open = false">Cancel</button>
        <button type="button" class="btn primary" style="margin-left: 8px" :disabled="busy || !hanging" @click="remove">
          Delete
        </button>
      </template>
    </ElDialog>
  </section>
</template>

<style scoped>
.with {
  max-height: 220px;
  margin: 6px 0 10px;
  padding-left: 18px;
  overflow-y: auto;
}
</style>
