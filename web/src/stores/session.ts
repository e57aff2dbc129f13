import { computed, ref } from 'vue';
import { defineStore } from 'pinia';
import { ROLES, type Action, type Session } from '@crib/core/contract';
import { ask } from '../api/client.ts';

/** Who is signed in, in which workspace, and what they may do there. */
export const useSession = defineStore('session', () => {
  const editor = ref<Session | null>(null);
  const asked = ref(false);

  async function recall() {
    if (asked.value) return;
    editor.value = await ask<Session>('GET', '/api/session').catch(() => null);
    asked.value = true;
  }
  async function signIn(email: string, password: string) {
    editor.value = await ask<Session>('POST', '/api/session', { email, password });
    asked.value = true;
  }
  async function join(secret: string, account: { name?: string; email?: string; password: string }) {
    editor.value = await ask<Session>('POST', `/api/joining/${secret}`, account);
    asked.value = true;
  }
  async function signOut() {
    await ask('DELETE', '/api/session');
    editor.value = null;
  }
  const may = (action: Action) => Boolean(editor.value && ROLES[editor.value.role].includes(action));
  /** Whether changes of the school’s keysets are proposed rather than saved. */
  const proposes = computed(() => editor.value?.role === 'editor' && editor.value.workspace.editorsPropose);
  return { editor, recall, signIn, join, signOut, may, proposes };
});
