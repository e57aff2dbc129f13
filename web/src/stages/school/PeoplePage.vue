<script setup lang="ts">
import { computed, onMounted, reactive, ref, shallowRef } from 'vue';
import { Role, type MadeInvitation, type Member, type People } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { counted } from '@crib/core/words';
import { ask, problemsOf } from '../../api/client.ts';
import CopyText from '../../parts/CopyText.vue';
import ProblemList from '../../parts/ProblemList.vue';
import StateNote from '../../parts/StateNote.vue';
import { dayOf } from '../../words/moments.ts';
import { useOthers } from '../../stores/others.ts';
import { useSession } from '../../stores/session.ts';
import SchoolFrame from './SchoolFrame.vue';
import { useDoing } from '../../composables/useDoing.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';
import { capital } from '../../words/capital.ts';

/** Who is in the workspace and as what; owners invite, change and remove, and say how editors save. */
const session = useSession();
const others = useOthers();
const people = shallowRef<People | null>(null);
const failed = shallowRef<Problem | null>(null);
const { problems, said, busy, doing } = useDoing();
const manages = computed(() => session.may('manage'));
const ROLES = Role.options;
const DOES: Record<Role, string> = {
  owner: 'have full access and manage members',
  editor: 'can edit and publish',
  reviewer: 'can comment, and approve or return proposals',
  reader: 'looks',
};
async function load() {
  failed.value = null;
  try {
    people.value = await ask('GET /api/people');
    Object.assign(school, people.value.workspace);
  } catch (error) {
    failed.value = problemsOf(error)[0]!;
  }
}
onMounted(load);

const school = reactive({ name: '', editorsPropose: false });
const saveSchool = () =>
  doing(async () => {
    const { name, editorsPropose } = school;
    await ask('PUT /api/workspace', {}, { name, editorsPropose });
    session.editor = { ...session.editor!, workspace: { ...session.editor!.workspace, name, editorsPropose } };
  }, 'Saved.');
const guest = reactive<{ email: string; role: Role }>({ email: '', role: 'editor' });
const made = shallowRef<MadeInvitation | null>(null);
const invite = () =>
  doing(async () => {
    made.value = await ask('POST /api/invitations', {}, { ...guest });
    guest.email = '';
    await load();
  });
const uninvite = (id: number) =>
  doing(async () => {
    await ask('DELETE /api/invitations/:id', { id });
    if (made.value?.id === id) made.value = null;
    await load();
  }, 'Invitation revoked.');
const change = (one: Member, to: { role?: Role; disabled?: boolean }) =>
  doing(async () => {
    await ask('PUT /api/members/:id', { id: one.id }, to);
    await load();
  }, 'Saved.');
const leaving = ref<Member | null>(null);
const remove = () =>
  doing(async () => {
    await ask('DELETE /api/members/:id', { id: leaving.value!.id });
    leaving.value = null;
    await load();
  }, 'Member removed.');
const hereNow = (one: Member) => others.here.some((other) => other.id === one.id);
</script>

<template>
  <SchoolFrame :wide="!manages">
    <StateNote v-if="failed" first :problem="failed" @again="load" />
    <StateNote v-else-if="!people" first loading />
    <template v-else>
      <PageHead
        >People<template #beside
          ><small>{{ counted(people.members.length, 'member') }} · {{ people.workspace.name }}</small></template
        ></PageHead
      >
      <ProblemList :problems="problems" />
      <p role="status" class="said">{{ said }}</p>
      <div class="roll" tabindex="0" role="region" aria-label="Members">
        <table>
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th v-if="manages" scope="col">Email</th>
              <th scope="col">Role</th>
              <th scope="col">Since</th>
              <th v-if="manages" scope="col"><span class="sr-only">Actions</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in people.members" :key="one.id" :class="{ mid: one.disabled }">
              <th scope="row">
                {{ one.name }}<small v-if="one.id === session.editor?.id">you</small
                ><small v-else-if="hereNow(one)">online</small><small v-if="one.disabled">disabled</small>
              </th>
              <td v-if="manages" class="figures">{{ one.email }}</td>
              <td>
                <SelectField
                  v-if="manages"
                  :model-value="one.role"
                  size="small"
                  :label="`Role of ${one.name}`"
                  :disabled="busy"
                  @update:model-value="(role: Role) => change(one, { role })"
                  :choices="ROLES"
                />
                <template v-else>{{ one.role }}</template>
              </td>
              <td class="figures">{{ dayOf(one.since) }}</td>
              <td v-if="manages" class="can">
                <button
                  type="button"
                  class="btn plain"
                  :disabled="busy"
                  @click="change(one, { disabled: !one.disabled })"
                >
                  {{ one.disabled ? 'Enable' : 'Disable' }}<span class="sr-only">: {{ one.name }}</span>
                </button>
                <button type="button" class="btn plain" :disabled="busy" @click="leaving = one">
                  Remove<span class="sr-only"> {{ one.name }}</span>
                </button>
              </td>
            </tr>
          </tbody>
        </table>
        <template v-if="people.invitations.length">
          <h2 class="waiting">Invitations</h2>
          <div v-for="one in people.invitations" :key="one.id" class="guest">
            <span
              >{{ one.email
              }}<small class="mid">
                {{ one.role }} · invited by {{ one.by }} · expires {{ dayOf(one.endsAt) }}</small
              ></span
            >
            <button type="button" class="btn plain" :disabled="busy" @click="uninvite(one.id)">
              Revoke<span class="sr-only"> the invitation of {{ one.email }}</span>
            </button>
          </div>
        </template>
      </div>
      <ElDialog :model-value="Boolean(leaving)" :title="`Remove ${leaving?.name}?`" width="440" @close="leaving = null">
        <p>
          {{ leaving?.name }} will lose access immediately. If this is their last workspace, the account is deleted and
          their name is replaced by “a former editor” everywhere, including the activity log. This cannot be undone.
          Their work is kept.
        </p>
        <template #footer>
          <button type="button" class="btn" @click="leaving = null">Cancel</button>
          <button type="button" class="btn primary" :disabled="busy" @click="remove">Remove member</button>
        </template>
      </ElDialog>
    </template>
    <template v-if="manages" #margin>
      <h2>Invite someone</h2>
      <form class="make" @submit.prevent="invite">
        <FormField label="Email"><ElInput v-model="guest.email" type="email" maxlength="200" required /></FormField>
        <FormField label="Role"><SelectField v-model="guest.role" :choices="ROLES" /></FormField>
        <p class="mid">{{ capital(guest.role) }}s {{ DOES[guest.role] }}.</p>
        <button type="submit" class="btn primary" :disabled="busy || !guest.email">Create invitation link</button>
      </form>
      <div v-if="made" class="made" role="status">
        <p>
          Send this link to <b>{{ made.email }}</b>. It can be used once, before {{ dayOf(made.endsAt) }}. You will not
          see it again.
        </p>
        <p class="figures link">{{ made.link }}</p>
        <CopyText :text="made.link">Copy link</CopyText>
      </div>
      <h2>Workspace</h2>
      <form class="make" @submit.prevent="saveSchool">
        <FormField label="Name"><ElInput v-model="school.name" maxlength="120" required /></FormField>
        <ElCheckbox v-model="school.editorsPropose" label="Changes to shared keysets need review" />
        <p class="mid">
          Reviewers and owners approve or return them. Editors can still change their own keysets directly.
        </p>
        <button type="submit" class="btn" :disabled="busy || !school.name">Save</button>
      </form>
    </template>
  </SchoolFrame>
</template>

<style scoped>
.guest {
  display: flex;
  justify-content: space-between;
  padding: 8px;
  border-bottom: 1px solid var(--hair);
}
.make + h2,
.made + h2 {
  margin-top: 26px;
}
th,
td {
  white-space: nowrap;
}
.said:empty {
  display: none;
}
.roll {
  margin-top: 14px;
}
th small {
  margin-left: 8px;
  color: var(--mid);
  font-weight: 400;
}
.can {
  text-align: right;
  white-space: nowrap;
}
.can .btn + .btn {
  margin-left: 14px;
}
.el-select {
  width: 120px;
}
.make .el-select {
  width: 100%;
}
.waiting {
  margin: 22px 0 8px;
}
.made {
  display: grid;
  justify-items: start;
  gap: 8px;
  margin: 14px 0;
  padding: 12px;
  border: 1.5px solid var(--ink);
}
.link {
  overflow-wrap: anywhere;
  user-select: all;
}
</style>
