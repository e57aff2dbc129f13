import { computed, ref } from 'vue';
import { defineStore } from 'pinia';
import { ROLES, type Action, type Session } from '@crib/core/contract';
import { actAs, ask } from '../api/client.ts';
import { forgetPlaces } from '../composables/recent.ts';

/** Who is signed in, in which workspace, and what they may do there. */
export const useSession = defineStore('session', () => {
  const editor = ref<Session | null>(null);
  const asked = ref(false);

  /** Whose data this tab holds: an account in a workspace. */
  let holder = '';

  /**
   * Goes on as somebody. Where this tab holds another’s data, the page is loaded anew at a path, so that nothing of it is left;
   * whoever waits for this then waits for the new page.
   */
  function adopt(found: Session, path: string): Promise<void> {
    const now = `${found.id} ${found.workspace.id}`;
    if (holder && holder !== now) return leaveFor(path);
    holder = now;
    actAs(now);
    editor.value = found;
    return Promise.resolve();
  }
  function leaveFor(path: string): Promise<never> {
    forgetPlaces();
    location.assign(path);
    return new Promise(() => {});
  }

  async function recall() {
    if (asked.value) return;
    const found = await ask('GET /api/session').catch(() => null);
    asked.value = true;
    if (found) await adopt(found, location.href);
  }
  async function signIn(email: string, password: string, path: string) {
    await adopt(await ask('POST /api/session', {}, { email, password }), path);
    asked.value = true;
  }
  async function join(secret: string, account: { name?: string; email?: string; password: string }) {
    await adopt(await ask('POST /api/joining/:secret', { secret }, account), '/desk');
    asked.value = true;
  }
  async function goTo(workspace: number) {
    await adopt(await ask('PUT /api/session/workspace', {}, { id: workspace }), '/desk');
  }
  async function signOut() {
    await ask('DELETE /api/session');
    await leaveFor('/sign-in');
  }
  /** Whether a stream of events is of the session that this tab works in; another tab may have begun another one. */
  const isOf = (one: { editor: number; workspace: number }) => holder === `${one.editor} ${one.workspace}`;
  const may = (action: Action) => Boolean(editor.value && ROLES[editor.value.role].includes(action));
  /** Whether changes of the school’s keysets are proposed rather than saved. */
  const proposes = computed(() => editor.value?.role === 'editor' && editor.value.workspace.editorsPropose);
  return { editor, recall, signIn, join, goTo, signOut, isOf, may, proposes };
});
