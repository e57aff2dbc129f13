<script setup lang="ts">
import { onMounted, reactive, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import { Scope, type ApiToken, type MadeToken } from '@crib/core/contract';
import { ask } from '../../api/client.ts';
import CopyText from '../../parts/CopyText.vue';
import ProblemList from '../../parts/ProblemList.vue';
import { dayOf } from '../../words/moments.ts';
import { useSession } from '../../stores/session.ts';
import SchoolFrame from './SchoolFrame.vue';
import { useDoing } from '../../composables/useDoing.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** One’s own account: name, password, where one is signed in, workspaces, and tokens for scripts. */
const session = useSession();
const router = useRouter();
const own = useDoing();
const form = reactive({ name: session.editor?.name ?? '', old: '', now: '' });
const saveName = () =>
  own.doing(async () => {
    session.editor = await ask('PUT /api/account', {}, { name: form.name });
  }, 'Name saved.');
const savePassword = () =>
  own.doing(async () => {
    await ask('PUT /api/account', {}, { password: { old: form.old, now: form.now } });
    Object.assign(form, { old: '', now: '' });
  }, 'Password changed. You have been signed out on all other devices.');
const leaveOthers = () => own.doing(() => ask('DELETE /api/sessions'), 'Signed out on all other devices.');

const work = useDoing();
const anew = reactive({ workspace: '' });
const goTo = (id: number) =>
  work.doing(async () => {
    await session.goTo(id);
    await router.push({ name: 'desk' });
  });
const begin = () =>
  work.doing(async () => {
    const { id } = await ask('POST /api/workspaces', {}, { name: anew.workspace });
    await session.goTo(id);
  });

const tokens = shallowRef<readonly ApiToken[]>([]);
const made = shallowRef<MadeToken | null>(null);
const keys = useDoing();
const token = reactive<{ name: string; scope: Scope; days: number }>({ name: '', scope: 'read', days: 90 });
const MAY: Record<Scope, string> = { read: 'read', write: 'read and write', publish: 'read, write and publish' };
const load = async () => void (tokens.value = await ask('GET /api/tokens'));
onMounted(() => keys.doing(load));
const make = () =>
  keys.doing(async () => {
    made.value = await ask('POST /api/tokens', {}, { ...token });
    token.name = '';
    await load();
  });
const end = (id: number) =>
  keys.doing(async () => {
    await ask('DELETE /api/tokens/:id', { id });
    if (made.value?.id === id) made.value = null;
    await load();
  }, 'Token revoked.');
</script>

<template>
  <SchoolFrame wide>
    <PageHead
      >Your account<template #beside
        ><small>{{ session.editor?.email }}</small></template
      ></PageHead
    >
    <div class="parts">
      <section>
        <h2>Name and password</h2>
        <form class="make" @submit.prevent="saveName">
          <FormField label="Name"><ElInput v-model="form.name" maxlength="80" required /></FormField>
          <button type="submit" class="btn" :disabled="own.busy.value || !form.name.trim()">Save name</button>
        </form>
        <form class="make" @submit.prevent="savePassword">
          <FormField label="Current password"
            ><ElInput v-model="form.old" type="password" autocomplete="current-password" maxlength="200"
          /></FormField>
          <FormField label="New password (at least 12 characters)"
            ><ElInput v-model="form.now" type="password" autocomplete="new-password" minlength="12" maxlength="200"
          /></FormField>
          <button type="submit" class="btn" :disabled="own.busy.value || !form.old || form.now.length < 12">
            Change password
          </button>
        </form>
        <button type="button" class="btn" @click="leaveOthers">Sign out on all other devices</button>
        <ProblemList :problems="own.problems.value" />
        <p role="status">{{ own.said.value }}</p>
      </section>
      <section>
        <h2>Workspaces</h2>
        <div v-for="one in session.editor?.workspaces" :key="one.id" class="line">
          <span>{{ one.name }}</span>
          <span v-if="one.id === session.editor?.workspace.id" class="mid">current</span>
          <button v-else type="button" class="btn plain" @click="goTo(one.id)">
            Go there<span class="sr-only">: {{ one.name }}</span>
          </button>
        </div>
        <form class="make" @submit.prevent="begin">
          <FormField label="New workspace"
            ><ElInput v-model="anew.workspace" maxlength="80" placeholder="name of the workspace"
          /></FormField>
          <button type="submit" class="btn" :disabled="work.busy.value || !anew.workspace.trim()">
            Create workspace
          </button>
        </form>
        <ProblemList :problems="work.problems.value" />
      </section>
      <section>
        <h2>Tokens for scripts</h2>
        <p v-if="!tokens.length" class="mid">
          Scripts sign in with a token instead of a password. A token can do what its scope allows, and never more than
          you can.
        </p>
        <div v-for="one in tokens" :key="one.id" class="line">
          <span
            >{{ one.name }}<small class="mid"> {{ MAY[one.scope] }}· expires {{ dayOf(one.endsAt) }}</small></span
          >
          <button type="button" class="btn plain" @click="end(one.id)">
            Revoke<span class="sr-only">: {{ one.name }}</span>
          </button>
        </div>
        <form class="make" @submit.prevent="make">
          <FormField label="Name"
            ><ElInput v-model="token.name" maxlength="80" placeholder="nightly import"
          /></FormField>
          <FormField label="Scope"
            ><SelectField
              v-model="token.scope"
              label="Scope"
              :choices="Scope.options.map((scope) => ({ value: scope, label: MAY[scope] }))"
          /></FormField>
          <button type="submit" class="btn" :disabled="keys.busy.value || !token.name.trim()">Create token</button>
        </form>
        <div v-if="made" class="made" role="status">
          <p>Copy it now. You will not see it again.</p>
          <p class="figures token">{{ made.token }}</p>
          <CopyText :text="made.token">Copy token</CopyText>
        </div>
        <ProblemList :problems="keys.problems.value" />
        <p role="status">{{ keys.said.value }}</p>
      </section>
    </div>
  </SchoolFrame>
</template>

<style scoped>
.line {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
}
.parts {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 40px;
  margin-top: 18px;
  overflow: auto;
}
section {
  display: grid;
  align-content: start;
  justify-items: stretch;
  gap: 12px;
}
section > .btn,
.make .btn {
  justify-self: start;
}
.made {
  padding: 12px;
  border: 1.5px solid var(--ink);
}
.token {
  overflow-wrap: anywhere;
  user-select: all;
}
</style>
