<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { aRole, type Invited } from '@crib/core/contract';
import { ask } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';
import { useDoing } from '../../composables/useDoing.ts';
import { useSession } from '../../stores/session.ts';
import TheDoor from './TheDoor.vue';
import FormField from '../../parts/FormField.vue';

/** Where an invitation leads: whoever has an account shows its password, whoever has none makes one. */
const route = useRoute();
const router = useRouter();
const session = useSession();
const secret = String(route.params['secret']);
const invited = shallowRef<Invited | null>(null);
const name = ref('');
const email = ref('');
const password = ref('');
const { problems, busy, doing } = useDoing();
/** The link of an installation that has no owner yet. */
const first = computed(() => invited.value?.email === null);
const title = computed(() => {
  if (!invited.value) return 'Invitation';
  return first.value ? 'Create the first account' : `Join ${invited.value.workspace}`;
});
onMounted(() =>
  doing(async () => {
    invited.value = await ask('GET /api/joining/:secret', { secret });
  }),
);
const join = () =>
  doing(async () => {
    await session.join(secret, {
      password: password.value,
      ...(invited.value!.known ? {} : { name: name.value }),
      ...(first.value ? { email: email.value } : {}),
    });
    await router.push({ name: 'desk' });
  });
</script>

<template>
  <TheDoor :title="title" @submit="join">
    <template v-if="invited">
      <p v-if="first">It owns {{ invited.workspace }} and can invite others. You can rename the workspace later.</p>
      <p v-else>
        You have been invited as {{ aRole(invited.role) }} (<span class="figures">{{ invited.email }}</span
        >).
        {{
          invited.known ? 'You already have an account. Enter your password.' : 'Enter your name and choose a password.'
        }}
      </p>
      <FormField v-if="first" label="Email"
        ><ElInput v-model="email" type="email" autocomplete="email" maxlength="200" required
      /></FormField>
      <FormField v-if="!invited.known" label="Name"
        ><ElInput v-model="name" autocomplete="name" maxlength="80" required
      /></FormField>
      <FormField :label="invited.known ? 'Password' : 'Password (at least 12 characters)'"
        ><ElInput
          v-model="password"
          type="password"
          :autocomplete="invited.known ? 'current-password' : 'new-password'"
          :minlength="invited.known ? 1 : 12"
          maxlength="200"
          required
      /></FormField>
    </template>
    <p v-else-if="!problems.length" role="status">Opening the invitation…</p>
    <ProblemList :problems="problems" />
    <button v-if="invited" class="btn primary" type="submit" :disabled="busy">
      {{ busy ? 'Joining…' : first ? 'Create account' : 'Join' }}
    </button>
    <RouterLink v-else class="btn" :to="{ name: 'sign-in' }">Go to sign-in</RouterLink>
  </TheDoor>
</template>
