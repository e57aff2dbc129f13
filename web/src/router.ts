import { createRouter, createWebHistory, type RouteRecordRaw } from 'vue-router';
import { presentAddress } from './addresses.ts';
import { whenOtherSession, whenSignedOut } from './api/client.ts';
import { askBeforeUnload, mayLeave } from './composables/unsaved.ts';
import { leaveFor } from './composables/leaving.ts';
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
    view('activity', '/activity', 'Activity log', () => import('./stages/school/ActivityPage.vue')),
    view('account', '/account', 'Your account', () => import('./stages/school/AccountPage.vue')),
    view('comments', `/catalogue/${RELEASE}/comments`, 'Comments', () => import('./stages/catalogue/CommentsPage.vue')),
    view('proposals', `/keysets/${RELEASE}/proposals`, 'Proposals', () => import('./stages/keysets/ProposalsPage.vue')),
    view('catalogue', `/catalogue/${RELEASE}`, 'All commands', () => import('./stages/catalogue/CataloguePage.vue')),
    view('import', `/catalogue/${RELEASE}/import`, 'Import', () => import('./stages/catalogue/ImportPage.vue')),
    view(
      'command',
      `/catalogue/${RELEASE}/command/:command`,
      'Command',
      () => import('./stages/catalogue/CommandPage.vue'),
    ),
    view('key', `/catalogue/${RELEASE}/key/:code`, 'Key', () => import('./stages/catalogue/KeyPage.vue')),
    view('contexts', `/catalogue/${RELEASE}/contexts`, 'Contexts', () => import('./stages/catalogue/ContextsPage.vue')),
    view('groups', `/catalogue/${RELEASE}/groups`, 'Command groups', () => import('./stages/catalogue/GroupsPage.vue')),
    view('tasks', `/catalogue/${RELEASE}/tasks`, 'Tasks', () => import('./stages/catalogue/TasksPage.vue')),
    view('usage', `/catalogue/${RELEASE}/usage`, 'Usage', () => import('./stages/catalogue/UsagePage.vue')),
    view(
      'verification',
      `/catalogue/${RELEASE}/verification`,
      'Verification round',
      () => import('./stages/catalogue/VerificationPage.vue'),
    ),
    view(
      'key-handling',
      `/catalogue/${RELEASE}/key-handling`,
      'Key handling',
      () => import('./stages/catalogue/KeyHandlingPage.vue'),
    ),
    view(
      'reserved',
      `/catalogue/${RELEASE}/reserved`,
      'Reserved shortcuts',
      () => import('./stages/catalogue/ReservedPage.vue'),
    ),
    view(
      'conflicts',
      `/keysets/${RELEASE}/:keyset/conflicts`,
      'Conflicts',
      () => import('./stages/keysets/ConflictsPage.vue'),
    ),
    view('free', `/keysets/${RELEASE}/:keyset/free`, 'Free shortcuts', () => import('./stages/keysets/FreePage.vue')),
    view(
      'hand-travel',
      `/keysets/${RELEASE}/:keyset/hand-travel`,
      'Hand travel',
      () => import('./stages/keysets/HandTravelPage.vue'),
    ),
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
      'compare',
      `/keysets/${RELEASE}/:keyset/compare`,
      'Compare keysets',
      () => import('./stages/keysets/ComparePage.vue'),
    ),
    view('history', `/keysets/${RELEASE}/:keyset/history`, 'History', () => import('./stages/keysets/HistoryPage.vue')),
    view(
      'settings',
      `/keysets/${RELEASE}/:keyset/settings`,
      'Settings',
      () => import('./stages/keysets/SettingsPage.vue'),
    ),
    view('keysets', `/keysets/${RELEASE}`, 'Keysets', () => import('./stages/keysets/KeysetsPage.vue')),
    view('keyset', `/keysets/${RELEASE}/:keyset`, 'Edits', () => import('./stages/keysets/KeysetPage.vue')),
    view('migration', `/migration/${RELEASE}`, 'Migration', () => import('./stages/migration/MigrationPage.vue')),
    view('mapping', `/migration/${RELEASE}/:crosswalk`, 'Mapping', () => import('./stages/migration/MappingPage.vue')),
    view(
      'translator',
      `/migration/${RELEASE}/:crosswalk/translator`,
      'Translator',
      () => import('./stages/migration/TranslatorPage.vue'),
    ),
    view(
      'move-day',
      `/migration/${RELEASE}/:crosswalk/first-day`,
      'First-day problems',
      () => import('./stages/migration/FirstDayPage.vue'),
    ),
    view(
      'release-day',
      `/releases/${RELEASE}/first-day`,
      'First-day problems',
      () => import('./stages/releases/ReleaseDayPage.vue'),
    ),
    view('synonyms', `/migration/${RELEASE}/synonyms`, 'Synonyms', () => import('./stages/migration/SynonymsPage.vue')),
    view(
      'matched-contexts',
      `/migration/${RELEASE}/:crosswalk/contexts`,
      'Contexts',
      () => import('./stages/migration/MatchedContextsPage.vue'),
    ),
    view(
      'both-programs',
      `/migration/${RELEASE}/:crosswalk/both-programs`,
      'Using both programs',
      () => import('./stages/migration/BothProgramsPage.vue'),
    ),
    view('plan', `/migration/${RELEASE}/:crosswalk/plan`, 'Plan', () => import('./stages/migration/PlanPage.vue')),
    view('releases', `/releases/${RELEASE}`, 'Changes', () => import('./stages/releases/ChangesPage.vue')),
    view(
      'renames',
      `/releases/${RELEASE}/renames`,
      'Renames and splits',
      () => import('./stages/releases/RenamesPage.vue'),
    ),
    view(
      'timeline',
      `/releases/${RELEASE}/timeline`,
      'Release timeline',
      () => import('./stages/releases/TimelinePage.vue'),
    ),
    view(
      'out-of-date',
      `/releases/${RELEASE}/out-of-date`,
      'Out of date',
      () => import('./stages/releases/OutOfDatePage.vue'),
    ),
    view(
      'release-history',
      `/releases/${RELEASE}/history`,
      'History',
      () => import('./stages/releases/ReleaseHistoryPage.vue'),
    ),
    view(
      'carry',
      `/releases/${RELEASE}/carry/:keyset`,
      'Carry forward',
      () => import('./stages/releases/CarryPage.vue'),
    ),
    view(
      'compatibility',
      `/releases/${RELEASE}/compatibility/:keyset`,
      'Compatibility',
      () => import('./stages/releases/CompatibilityPage.vue'),
    ),
    view('notes', `/releases/${RELEASE}/notes/:notes`, 'Change notes', () => import('./stages/releases/NotesPage.vue')),
    view('sheets', `/sheets/${RELEASE}`, 'Sheets', () => import('./stages/sheets/SheetsPage.vue')),
    view('sheet', `/sheets/${RELEASE}/:sheet`, 'Sheet', () => import('./stages/sheets/SheetPage.vue')),
    view('try-out', `/handouts/${RELEASE}/try-out`, 'Try-out', () => import('./stages/handouts/TryOutPage.vue')),
    view('handouts', `/handouts/${RELEASE}`, 'Handouts', () => import('./stages/handouts/HandoutsPage.vue')),
    view('nowhere', '/:rest(.*)', 'Page not found', () => import('./stages/entry/NowherePage.vue')),
  ],
});

router.beforeEach(async (to, from) => {
  if (to.name === 'nowhere') {
    const path = presentAddress(to.path);
    if (path !== to.path) return { path, query: to.query, hash: to.hash, replace: true };
  }
  // What is typed stays while filters change, and over signing in again.
  if (to.path !== from.path && to.name !== 'sign-in' && !(await mayLeave())) return false;
  const session = useSession();
  await session.recall();
  if (!to.meta['open'] && !session.editor) return { name: 'sign-in', query: { to: to.fullPath } };
  leaveFor(to.path);
  // A keyset that is the subject of a view is not named twice.
  if (to.params['keyset'] && to.query['keyset']) {
    const { keyset: _twice, ...query } = to.query;
    return { name: to.name!, params: to.params, query, replace: true };
  }
  return true;
});
router.onError(() => leaveFor(null));
router.afterEach((to) => {
  leaveFor(null);
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
