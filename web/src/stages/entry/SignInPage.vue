<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';
import { useSession } from '../../stores/session.ts';

interface Account {
  name: string;
  email: string;
  password: string;
}
const route = useRoute();
const router = useRouter();
const session = useSession();
const email = ref('');
const password = ref('');
const busy = ref(false);
const problems = shallowRef<readonly Problem[]>([]);
const accounts = shallowRef<Account[]>([]);

onMounted(async () => {
  accounts.value = await ask<Account[]>('GET', '/public/demo').catch(() => []);
});
async function enter() {
  busy.value = true;
  problems.value = [];
  try {
    await session.signIn(email.value, password.value);
    const to = String(route.query['to'] ?? '/');
    await router.push(to.startsWith('/') && !to.startsWith('//') ? to : '/');
  } catch (error) {
    problems.value = problemsOf(error);
  } finally {
    busy.value = false;
  }
}
function use(account: Account) {
  email.value = account.email;
  password.value = account.password;
}
</script>

<template>
  <main class="door">
    <form class="card" @submit.prevent="enter">
      <p class="logo"><i>C</i>rib</p>
      <h1>Sign in to the ledger</h1>
      <label>Address<ElInput v-model="email" type="email" autocomplete="username" required /></label>
      <label>Password<ElInput v-model="password" type="password" autocomplete="current-password" required /></label>
      <ProblemList :problems="problems" />
      <button class="btn primary" type="submit" :disabled="busy">
        {{ busy ? 'Signing in…' : 'Sign in' }}
      </button>
      <section v-if="accounts.length" class="demo">
        <h2>Demo accounts</h2>
        <p v-for="account in accounts" :key="account.email">
          <button type="button" class="btn plain" @click="use(account)">{{ account.name }}</button>
          <span class="figures mid">{{ account.email }}<br />{{ account.password }}</span>
        </p>
      </section>
    </form>
  </main>
</template>

<style scoped>
.door {
  display: grid;
  grid-row: 1 / -1;
  place-items: center;
  height: 100%;
  padding: 24px;
}
.card {
  display: grid;
  gap: 14px;
  width: 380px;
  padding: 32px;
  border: 2px solid var(--ink);
  background: var(--sheet);
  clip-path: polygon(0 0, calc(100% - 22px) 0, 100% 22px, 100% 100%, 0 100%);
  position: relative;
}
.card::before {
  position: absolute;
  top: 8px;
  right: -7px;
  width: 32px;
  border-top: 2px solid var(--ink);
  content: '';
  transform: rotate(45deg);
}
.logo {
  font: 700 28px/1 var(--head);
}
.logo i {
  margin-right: 2px;
  padding: 1px 8px 4px;
  background: var(--ink);
  clip-path: polygon(0 0, calc(100% - 7px) 0, 100% 7px, 100% 100%, 0 100%);
  color: var(--paper);
  font-style: normal;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
.btn.primary {
  justify-self: start;
}
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
