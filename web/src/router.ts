import { createRouter, createWebHistory, type RouteRecordRaw } from 'vue-router';
import { whenOtherSession, whenSignedOut } from './api/client.ts';
import { askBeforeUnload, mayLeave } from './composables/unsaved.ts';
import { keepPlace } from './composables/recent.ts';
import { useOthers } from './stores/others.ts';
import { useSession } from './stores/session.ts';

/** What every stage carries: the app and the release in hand. */
const RELEASE = ':app/:release';
/** Views that need no editor. */
const OPEN = new Set(['sign-in', 'join', 'nowhere']);

/** A view; its stage is the first part of its address. */
function view(name: string, path: string, title: string, component: () => Promise<unknown>): RouteRecordRaw {
  const stage = path.split('/')[1];
  return { name, path, component, meta: { title, stage, open: OPEN.has(name) } } as RouteRecordRaw;
}

/** Every view has an address; stages carry the app and release in hand. */
export const router = createRouter({
  history: createWebHistory(),
  scrollBehavior: (to) => (to.hash ? { el: to.hash } : false),
  routes: [
    { path: '/', redirect: '/desk' },
    { path: '/catalogue', redirect: '/desk' },
    view('sign-in', '/sign-in', 'Sign in', () => import('./stages/entry/SignInPage.vue')),
    view('desk', '/desk', 'Desk', () => import('./stages/desk/DeskPage.vue')),
    view('join', '/join/:secret', 'Join', () => import('./stages/entry/JoinPage.vue')),
    view('help', '/help', 'Help', () => import('./stages/help/HelpPage.vue')),
    view('people', '/people', 'People', () => import('./stages/school/PeoplePage.vue')),
    view('acts', '/acts', 'Activity log', () => import('./stages/school/ActsPage.vue')),
    view('account', '/account', 'Your account', () => import('./stages/school/AccountPage.vue')),
    view('remarks', `/catalogue/${RELEASE}/remarks`, 'Comments', () => import('./stages/catalogue/RemarksPage.vue')),
    view('proposals', `/keysets/${RELEASE}/proposals`, 'Proposals', () => import('./stages/keysets/ProposalsPage.vue')),
    view('catalogue', `/catalogue/${RELEASE}`, 'All commands', () => import('./stages/catalogue/CataloguePage.vue')),
    view('reading', `/catalogue/${RELEASE}/read-in`, 'Import', () => import('./stages/catalogue/ReadingPage.vue')),
    view(
      'command',
      `/catalogue/${RELEASE}/command/:command`,
      'Command',
      () => import('./stages/catalogue/CommandPage.vue'),
    ),
    view('key', `/catalogue/${RELEASE}/key/:code`, 'Key', () => import('./stages/catalogue/KeyPage.vue')),
    view('places', `/catalogue/${RELEASE}/places`, 'Contexts', () => import('./stages/catalogue/PlacesPage.vue')),
    view('groups', `/catalogue/${RELEASE}/groups`, 'Command groups', () => import('./stages/catalogue/GroupsPage.vue')),
    view('runs', `/catalogue/${RELEASE}/runs`, 'Tasks', () => import('./stages/catalogue/RunsPage.vue')),
    view('uses', `/catalogue/${RELEASE}/uses`, 'Usage', () => import('./stages/catalogue/UsesPage.vue')),
    view(
      'round',
      `/catalogue/${RELEASE}/round`,
      'Verification round',
      () => import('./stages/catalogue/RoundPage.vue'),
    ),
    view('policy', `/catalogue/${RELEASE}/policy`, 'Key handling', () => import('./stages/catalogue/PolicyPage.vue')),
    view(
      'system-keys',
      `/catalogue/${RELEASE}/system-keys`,
      'Reserved shortcuts',
      () => import('./stages/catalogue/SystemKeysPage.vue'),
    ),
    view(
      'clashes',
      `/keysets/${RELEASE}/:keyset/clashes`,
      'Conflicts',
      () => import('./stages/keysets/ClashesPage.vue'),
    ),
    view('room', `/keysets/${RELEASE}/:keyset/room`, 'Free shortcuts', () => import('./stages/keysets/RoomPage.vue')),
    view('reach', `/keysets/${RELEASE}/:keyset/reach`, 'Hand travel', () => import('./stages/keysets/ReachPage.vue')),
    view(
      'move',
      `/keysets/${RELEASE}/:keyset/move`,
      'Move several shortcuts',
      () => import('./stages/keysets/MovePage.vue'),
    ),
    view(
      'trace',
      `/keysets/${RELEASE}/:keyset/trace`,
      'Trace a key press',
      () => import('./stages/keysets/TracePage.vue'),
    ),
    view(
      'argued',
      `/keysets/${RELEASE}/:keyset/argued`,
      'Compare keysets',
      () => import('./stages/keysets/ArguedPage.vue'),
    ),
    view('history', `/keysets/${RELEASE}/:keyset/history`, 'History', () => import('./stages/keysets/HistoryPage.vue')),
    view('about', `/keysets/${RELEASE}/:keyset/about`, 'Settings', () => import('./stages/keysets/AboutPage.vue')),
    view('keysets', `/keysets/${RELEASE}`, 'Keysets', () => import('./stages/keysets/KeysetsPage.vue')),
    view('keyset', `/keysets/${RELEASE}/:keyset`, 'Edits', () => import('./stages/keysets/KeysetPage.vue')),
    view('crosswalks', `/crosswalks/${RELEASE}`, 'Migration', () => import('./stages/crosswalks/CrosswalksPage.vue')),
    view('judging', `/crosswalks/${RELEASE}/:crosswalk`, 'Mapping', () => import('./stages/crosswalks/JudgePage.vue')),
    view(
      'translator',
      `/crosswalks/${RELEASE}/:crosswalk/translator`,
      'Translator',
      () => import('./stages/crosswalks/TranslatorPage.vue'),
    ),
    view(
      'move-day',
      `/crosswalks/${RELEASE}/:crosswalk/first-day`,
      'First-day problems',
      () => import('./stages/crosswalks/MoveDayPage.vue'),
    ),
    view(
      'release-day',
      `/releases/${RELEASE}/first-day`,
      'First-day problems',
      () => import('./stages/releases/ReleaseDayPage.vue'),
    ),
    view('words', `/crosswalks/${RELEASE}/words`, 'Synonyms', () => import('./stages/crosswalks/WordsPage.vue')),
    view(
      'tied-places',
      `/crosswalks/${RELEASE}/:crosswalk/places`,
      'Contexts',
      () => import('./stages/crosswalks/TiedPlacesPage.vue'),
    ),
    view(
      'hands',
      `/crosswalks/${RELEASE}/:crosswalk/hands`,
      'Using both programs',
      () => import('./stages/crosswalks/HandsPage.vue'),
    ),
    view('plan', `/crosswalks/${RELEASE}/:crosswalk/plan`, 'Plan', () => import('./stages/crosswalks/PlanPage.vue')),
    view('releases', `/releases/${RELEASE}`, 'Changes', () => import('./stages/releases/MovedPage.vue')),
    view(
      'lineage',
      `/releases/${RELEASE}/lineage`,
      'Renames and splits',
      () => import('./stages/releases/LineagePage.vue'),
    ),
    view('life', `/releases/${RELEASE}/life`, 'Release timeline', () => import('./stages/releases/LifePage.vue')),
    view('impact', `/releases/${RELEASE}/out-of-date`, 'Out of date', () => import('./stages/releases/ImpactPage.vue')),
    view('story', `/releases/${RELEASE}/story`, 'History', () => import('./stages/releases/StoryPage.vue')),
    view(
      'carry',
      `/releases/${RELEASE}/carry/:keyset`,
      'Carry forward',
      () => import('./stages/releases/CarryPage.vue'),
    ),
    view(
      'imitation',
      `/releases/${RELEASE}/imitation/:keyset`,
      'Compatibility',
      () => import('./stages/releases/ImitationPage.vue'),
    ),
    view('notes', `/releases/${RELEASE}/notes/:notes`, 'Change notes', () => import('./stages/releases/NotesPage.vue')),
    view('sheets', `/sheets/${RELEASE}`, 'Sheets', () => import('./stages/sheets/SheetsPage.vue')),
    view('sheet', `/sheets/${RELEASE}/:sheet`, 'Sheet', () => import('./stages/sheets/SheetPage.vue')),
    view('bench', `/handouts/${RELEASE}/bench`, 'Try-out', () => import('./stages/handouts/BenchPage.vue')),
    view('handouts', `/handouts/${RELEASE}`, 'Handouts', () => import('./stages/handouts/HandoutsPage.vue')),
    view('nowhere', '/:rest(.*)', 'Page not found', () => import('./stages/entry/NowherePage.vue')),
  ],
});

router.beforeEach(async (to, from) => {
  // What is typed stays while filters change, and over signing in again.
  if (to.path !== from.path && to.name !== 'sign-in' && !(await mayLeave())) return false;
  const session = useSession();
  await session.recall();
  if (!to.meta['open'] && !session.editor) return { name: 'sign-in', query: { to: to.fullPath } };
  // A keyset that is the subject of a view is not named twice.
  if (to.params['keyset'] && to.query['keyset']) {
    const { keyset: _twice, ...query } = to.query;
    return { name: to.name!, params: to.params, query, replace: true };
  }
  return true;
});
router.afterEach((to) => {
  const title = String(to.meta['title'] ?? 'Crib');
  document.title = `${title} · Crib`;
  const { app, release } = to.params;
  useOthers().at(to.fullPath);
  if (app && release) keepPlace({ path: to.fullPath, title, app: String(app), release: String(release) });
});
askBeforeUnload();
whenOtherSession(() => location.assign('/desk'));
whenSignedOut(() => {
  useSession().editor = null;
  // Several requests may find it at once: the address to come back to is the first one’s.
  if (router.currentRoute.value.name === 'sign-in') return;
  void router.push({ name: 'sign-in', query: { to: router.currentRoute.value.fullPath } });
});
