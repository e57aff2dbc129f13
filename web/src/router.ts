import { createRouter, createWebHistory } from 'vue-router';
import { whenSignedOut } from './api/client.ts';
import { useSession } from './stores/session.ts';

/** Every view has an address; stages carry the app and release in hand. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/catalogue' },
    {
      path: '/sign-in',
      name: 'sign-in',
      component: () => import('./stages/entry/SignInPage.vue'),
      meta: { open: true, title: 'Sign in' },
    },
    {
      path: '/catalogue',
      name: 'apps',
      component: () => import('./stages/catalogue/AppsPage.vue'),
      meta: { stage: 'catalogue', title: 'Apps and releases' },
    },
    {
      path: '/catalogue/:app/:release',
      name: 'catalogue',
      component: () => import('./stages/catalogue/CataloguePage.vue'),
      meta: { stage: 'catalogue', title: 'Catalogue' },
    },
    {
      path: '/catalogue/:app/:release/read-in',
      name: 'reading',
      component: () => import('./stages/catalogue/ReadingPage.vue'),
      meta: { stage: 'catalogue', title: 'Reading in' },
    },
    {
      path: '/keysets/:app/:release',
      name: 'keysets',
      component: () => import('./stages/keysets/KeysetsPage.vue'),
      meta: { stage: 'keysets', title: 'Keysets' },
    },
    {
      path: '/keysets/:app/:release/:keyset',
      name: 'keyset',
      component: () => import('./stages/keysets/KeysetPage.vue'),
      meta: { stage: 'keysets', title: 'Keyset' },
    },
    {
      path: '/sheets/:app/:release',
      name: 'sheets',
      component: () => import('./stages/sheets/SheetsPage.vue'),
      meta: { stage: 'sheets', title: 'Sheets' },
    },
    {
      path: '/sheets/:app/:release/:sheet',
      name: 'sheet',
      component: () => import('./stages/sheets/SheetPage.vue'),
      meta: { stage: 'sheets', title: 'Sheet' },
    },
    {
      path: '/handouts/:app/:release',
      name: 'handouts',
      component: () => import('./stages/handouts/HandoutsPage.vue'),
      meta: { stage: 'handouts', title: 'Handouts' },
    },
    {
      path: '/:rest(.*)',
      name: 'nowhere',
      component: () => import('./stages/entry/NowherePage.vue'),
      meta: { open: true, title: 'Not here' },
    },
  ],
});

router.beforeEach(async (to) => {
  const session = useSession();
  await session.recall();
  if (!to.meta['open'] && !session.editor) return { name: 'sign-in', query: { to: to.fullPath } };
  return true;
});
router.afterEach((to) => {
  document.title = `${String(to.meta['title'] ?? 'Crib')} · Crib`;
});
whenSignedOut(() => {
  useSession().editor = null;
  void router.push({ name: 'sign-in', query: { to: router.currentRoute.value.fullPath } });
});
