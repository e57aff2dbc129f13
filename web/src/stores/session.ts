import { ref } from 'vue';
import { defineStore } from 'pinia';
import type { Editor } from '@crib/core/contract';
import { ask } from '../api/client.ts';

/** Who is signed in. */
export const useSession = defineStore('session', () => {
  const editor = ref<Editor | null>(null);
  const asked = ref(false);

  async function recall() {
    if (asked.value) return;
    editor.value = await ask<Editor>('GET', '/api/session').catch(() => null);
    asked.value = true;
  }
  async function signIn(email: string, password: string) {
    editor.value = await ask<Editor>('POST', '/api/session', { email, password });
    asked.value = true;
  }
  async function signOut() {
    await ask('DELETE', '/api/session');
    editor.value = null;
  }
  return { editor, recall, signIn, signOut };
});
