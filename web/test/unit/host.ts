import { defineComponent, h } from 'vue';
import { createPinia, setActivePinia } from 'pinia';
import { createMemoryHistory, createRouter } from 'vue-router';
import { mount } from '@vue/test-utils';
import { VueQueryPlugin } from '@tanstack/vue-query';
import { vi } from 'vitest';
import { queries } from '../../src/api/queries.ts';

/** A request that the tests answer by hand, in whichever order. */
export interface Sent {
  readonly method: string;
  readonly path: string;
  readonly headers: Record<string, string>;
  readonly body: unknown;
  readonly signal: AbortSignal | undefined;
  answer(body: unknown, status?: number): void;
  fail(): void;
}

/** Takes the network’s place: what pages send waits until a test answers it. */
export function network() {
  const sent: Sent[] = [];
  vi.stubGlobal('fetch', (path: string, { method = 'GET', headers = {}, body, signal }: RequestInit = {}) => {
    return new Promise<Response>((done, fail) => {
      sent.push({
        method,
        path,
        headers: headers as Record<string, string>,
        body: typeof body === 'string' ? JSON.parse(body) : undefined,
        signal: signal ?? undefined,
        answer: (answer, status = 200) =>
          done(new Response(status === 204 ? null : JSON.stringify(answer), { status })),
        fail: () => fail(new TypeError('Failed to fetch')),
      });
    });
  });
  const open = (path: string, method = 'GET') => {
    const found = sent.findLast((one) => one.path === path && one.method === method);
    if (!found)
      throw new Error(`Nobody asked for ${method} ${path}, but for ${sent.map((one) => one.path).join(', ')}`);
    return found;
  };
  const count = (path: string, method = 'GET') =>
    sent.filter((one) => one.path === path && one.method === method).length;
  return { sent, open, count };
}

/** Lets promises and watchers that are due do their work. */
export const settle = async () => {
  for (let turn = 0; turn < 12; turn++) await new Promise((done) => setTimeout(done));
};

/** Runs a composable in a component of its own, with stores, an address and answers that nobody had before. */
export async function hosted<Made>(setup: () => Made, at = '/') {
  const pinia = createPinia();
  setActivePinia(pinia);
  queries.clear();
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:rest(.*)*', component: { render: () => null } }],
  });
  await router.push(at);
  let made!: Made;
  const page = mount(
    defineComponent({
      setup() {
        made = setup();
        return () => h('div');
      },
    }),
    { global: { plugins: [pinia, router, [VueQueryPlugin, { queryClient: queries }]] } },
  );
  return { made, page, router };
}
