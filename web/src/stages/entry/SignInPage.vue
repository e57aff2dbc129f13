<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import type { DemoAccount } from '@crib/core/contract';
import { ask } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';
import { useDoing } from '../../composables/useDoing.ts';
import TheDoor from './TheDoor.vue';
import { useSession } from '../../stores/session.ts';
import FormField from '../../parts/FormField.vue';

const route = useRoute();
const router = useRouter();
const session = useSession();
const email = ref('');
const password = ref('');
const { problems, busy, doing } = useDoing();
const accounts = shallowRef<DemoAccount[]>([]);

onMounted(async () => {
  accounts.value = await ask('GET /public/demo').catch(() => []);
});
const enter = () =>
  doing(async () => {
    const to = String(route.query['to'] ?? '/');
    const path = to.startsWith('/') && !to.startsWith('//') ? to : '/';
    await session.signIn(email.value, password.value, path);
    await router.push(path);
  });
function use(account: DemoAccount) {
  email.value = account.email;
  password.value = account.password;
}
</script>

<template>
  <TheDoor title="Sign in to Crib" @submit="enter">
    <FormField label="Email"><ElInput v-model="email" type="email" autocomplete="username" required /></FormField>
    <FormField label="Password"
      ><ElInput v-model="password" type="password" autocomplete="current-password" required
    /></FormField>
    <ProblemList :problems="problems" />
    <button class="btn primary" type="submit" :disabled="busy">
      {{ busy ? 'Signing in…' : 'Sign in' }}
    </button>
    <section v-if="accounts.length" class="demo">
      <h2>Demo accounts</h2>
      <p v-for="account in accounts" :key="account.email">
        <span
          ><button type="button" class="btn plain" @click="use(account)">{{ account.name }}</button><br /><span
            class="mid"
            >{{ account.role }}</span
          ></span
        >
        <span class="figures mid">{{ account.email }}<br />{{ account.password }}</span>
      </p>
    </section>
  </TheDoor>
</template>

<style scoped>
.demo {
  display: grid;
  gap: 8px;
  padding-top: 14px;
  border-top: 1px solid var(--rule);
}
.demo h2 {
  font-size: 15px;
}
.demo p {
  display: flex;
  align-items: start;
  justify-content: space-between;
}
.demo .figures {
  font-size: 12px;
  text-align: right;
}
</style>
