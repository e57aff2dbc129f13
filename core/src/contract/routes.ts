import { z } from 'zod';
import { BinThing, Binned, Hanging } from './bin.ts';
import { Crosswalk, CrosswalkOverview, NewCrosswalk, ProposalsAsked, SentJudgements, SentWords } from './crosswalks.ts';
import { Desk } from './desk.ts';
import * as edit from './editing.ts';
import { App, Catalogue, Context, Id, Keyset, Release } from './entities.ts';
import { KeysetHistory } from './history.ts';
import * as people from './people.ts';
import { Recipe, SentRecipe } from './recipe.ts';
import * as over from './releases.ts';
import * as sent from './requests.ts';
import * as told from './responses.ts';
import {
  EndedReport,
  PublicEdition,
  SentEdition,
  SentListing,
  SentReport,
  SentShelf,
  SentWithdrawal,
} from './sheets.ts';

/** An address of the API: what it does, what is sent to it, and what it answers where it does it. */
export interface Route {
  readonly does: string;
  readonly takes?: z.ZodType;
  readonly gives?: z.ZodType;
}

const Made = z.object({ id: Id });
const list = z.array;

/** Every address below `/api`, and those below `/public` that answer with data: method, path, and what they are for. */
export const ROUTES: Readonly<Record<string, Route>> = {
  'GET /api/apps': { does: 'The apps of the workspace', gives: list(App) },
  'POST /api/apps': { does: 'Adds an app', takes: sent.NewApp, gives: App },
  'GET /api/apps/:slug': { does: 'An app with its releases, keysets and sheets, a line each', gives: told.AppOverview },
  'PUT /api/apps/:slug': { does: 'Corrects what is said of an app', takes: edit.SentApp },
  'GET /api/apps/:slug/desk': { does: 'What waits of an app', gives: Desk },
  'POST /api/apps/:slug/releases': { does: 'Adds a release', takes: sent.NewRelease, gives: Release },
  'GET /api/releases/:id': { does: 'A release with all that is catalogued of it', gives: Catalogue },
  'PUT /api/releases/:id': { does: 'Corrects what is said of a release', takes: edit.SentRelease, gives: Release },
  'POST /api/releases/:id/seal': { does: 'Seals a release', gives: Release },
  'GET /api/releases/:id/contexts': { does: 'The places of a release', gives: list(Context) },
  'POST /api/releases/:id/contexts': { does: 'Adds a place', takes: sent.NewContext, gives: Context },
  'PUT /api/releases/:id/contexts/:context': { does: 'Corrects a place', takes: edit.SentContext },
  'DELETE /api/releases/:id/contexts/:context': { does: 'Deletes a place' },
  'POST /api/releases/:id/list/preview': { does: 'What a list would do', takes: sent.SentList, gives: told.ListReport },
  'POST /api/releases/:id/list': { does: 'Takes a list in', takes: sent.SentList, gives: told.ListReport },
  'POST /api/releases/:id/commands': { does: 'Adds a command', takes: edit.NewCommand, gives: Made },
  'PUT /api/releases/:id/commands': { does: 'Corrects commands', takes: edit.SentCommands },
  'PUT /api/releases/:id/details': { does: 'Says more of commands', takes: edit.SentDetailsOf },
  'DELETE /api/releases/:id/commands': { does: 'Deletes commands', takes: edit.CommandsOf },
  'DELETE /api/releases/:id/commands/:command': { does: 'Deletes a command' },
  'POST /api/releases/:id/trials': { does: 'Says which shortcuts were tried', takes: edit.SentTrials },
  'POST /api/releases/:id/findings': { does: 'Says what was found otherwise', takes: edit.SentFinding },
  'POST /api/releases/:id/corrections': { does: 'Corrects a sealed release', takes: edit.SentFacts },
  'POST /api/releases/:id/wordings': { does: 'Adds words in other languages', takes: edit.SentWordings },
  'POST /api/apps/:slug/groups': { does: 'Adds a group of commands', takes: edit.SentGroup, gives: Made },
  'PUT /api/apps/:slug/groups/:id': { does: 'Changes a group', takes: edit.SentGroup, gives: Made },
  'DELETE /api/apps/:slug/groups/:id': { does: 'Deletes a group' },
  'POST /api/apps/:slug/runs': { does: 'Adds a run', takes: edit.SentRun, gives: Made },
  'PUT /api/apps/:slug/runs/:id': { does: 'Changes a run', takes: edit.SentRun, gives: Made },
  'DELETE /api/apps/:slug/runs/:id': { does: 'Deletes a run' },
  'PUT /api/apps/:slug/uses': { does: 'Says how often commands are used', takes: edit.SentUses },
  'POST /api/apps/:slug/merge': { does: 'Makes two commands one', takes: edit.SentMerge },
  'POST /api/apps/:slug/split': { does: 'Makes one command two', takes: edit.SentSplit, gives: Made },
  'POST /api/apps/:slug/shipped': { does: 'Adds a shipped keyset', takes: edit.NewShipped, gives: Made },
  'POST /api/apps/:slug/keysets': { does: 'Adds a custom keyset', takes: sent.NewKeyset, gives: Made },
  'POST /api/apps/:slug/plans': { does: 'Keeps a plan as layers', takes: sent.KeptPlan },
  'GET /api/keysets/:id': { does: 'A keyset', gives: Keyset },
  'PUT /api/keysets/:id': { does: 'Says what a keyset is called, and whose it is', takes: edit.SentKeyset },
  'GET /api/keysets/:id/clashes': { does: 'What gets in the way of what' },
  'POST /api/keysets/:id/changes/preview': { does: 'What would follow from a change', takes: sent.SentChange },
  'POST /api/keysets/:id/changes': { does: 'Changes a keyset', takes: sent.SentChange, gives: told.SavedChange },
  'GET /api/keysets/:id/history': { does: 'What was done to a keyset', gives: KeysetHistory },
  'POST /api/keysets/:id/undo': { does: 'Takes the last change back', takes: sent.SentStep, gives: told.SavedChange },
  'POST /api/keysets/:id/redo': { does: 'Makes it again', takes: sent.SentStep, gives: told.SavedChange },
  'POST /api/keysets/:id/state': { does: 'Puts a keyset back', takes: sent.SentState, gives: told.SavedChange },
  'POST /api/keysets/:id/points': { does: 'Names a state', takes: sent.NewPoint, gives: KeysetHistory },
  'POST /api/keysets/:id/bindings': { does: 'States shipped shortcuts', takes: edit.SentBindings },
  'PUT /api/keysets/:id/bindings': { does: 'Notes and memory aids of shipped shortcuts', takes: edit.SentAids },
  'DELETE /api/keysets/:id/bindings': { does: 'Deletes shipped shortcuts', takes: edit.BindingsOf },
  'POST /api/keysets/:id/corrections': { does: 'Corrects a sealed shortcut', takes: edit.NewCorrection, gives: Made },
  'POST /api/keysets/:id/carry': { does: 'Carries a keyset to another release', takes: over.SentCarry, gives: Made },
  'DELETE /api/keysets/:id/open/:position': { does: 'Takes an edit off those that wait' },
  'POST /api/keysets/:id/proposals': { does: 'Proposes a change', takes: sent.SentChange },
  'GET /api/apps/:slug/proposals': { does: 'What is proposed', gives: list(people.Proposal) },
  'POST /api/proposals/:id/answer': { does: 'Takes a proposal, or sends it back', takes: people.SentAnswer },
  'GET /api/apps/:slug/remarks': { does: 'What is said about commands', gives: list(people.Remark) },
  'POST /api/apps/:slug/remarks': { does: 'Says it', takes: people.SentRemark, gives: people.Remark },
  'POST /api/remarks/:id/end': { does: 'Ends a remark' },
  'GET /api/apps/:slug/lineage': { does: 'What became of what', gives: list(over.LineageLink) },
  'PUT /api/apps/:slug/lineage': { does: 'Says it', takes: over.SentLineage, gives: list(over.LineageLink) },
  'GET /api/apps/:slug/history': {
    does: 'A command, or a press, through the releases',
    gives: list(over.CommandState),
  },
  'POST /api/apps/:slug/notes': { does: 'Begins change notes', takes: over.NewNotes },
  'GET /api/notes/:id': { does: 'Change notes' },
  'PUT /api/notes/:id': { does: 'Arranges change notes', takes: over.SentNotes },
  'POST /api/notes/:id/editions': { does: 'Publishes change notes', takes: SentEdition, gives: told.PublishedEdition },
  'GET /api/apps/:slug/impact': { does: 'Editions that are out of date', gives: list(over.StaleEdition) },
  'POST /api/apps/:slug/reissue': { does: 'Publishes them anew', takes: over.SentReissue },
  'GET /api/apps/:slug/crosswalks': { does: 'The crosswalks of an app', gives: list(CrosswalkOverview) },
  'POST /api/crosswalks': { does: 'Begins a crosswalk', takes: NewCrosswalk, gives: Made },
  'GET /api/crosswalks/:id': { does: 'A crosswalk', gives: Crosswalk },
  'DELETE /api/crosswalks/:id': { does: 'Deletes one that nothing was judged in' },
  'PUT /api/crosswalks/:id/judgements': { does: 'Judges counterparts', takes: SentJudgements, gives: Crosswalk },
  'GET /api/crosswalks/:id/by-way': { does: 'What answers by way of third programs' },
  'POST /api/crosswalks/:id/proposals': { does: 'Proposes counterparts', takes: ProposalsAsked },
  'GET /api/words': { does: 'Words of one meaning' },
  'PUT /api/words': { does: 'Writes a section of them', takes: SentWords },
  'DELETE /api/words/:name': { does: 'A section as it ships again' },
  'GET /api/apps/:slug/recipes': { does: 'The recipes of preset files' },
  'POST /api/apps/:slug/recipes': { does: 'Adds a recipe', takes: Recipe },
  'PUT /api/recipes/:id': { does: 'Changes a recipe', takes: SentRecipe },
  'POST /api/apps/:slug/sheets': { does: 'Begins a sheet', takes: sent.NewSheet },
  'GET /api/sheets/:id': { does: 'A sheet' },
  'PUT /api/sheets/:id': { does: 'Composes a sheet', takes: sent.SentSheet },
  'GET /api/sheets/:id/editions': { does: 'The editions of a sheet', gives: list(told.PublishedEdition) },
  'POST /api/sheets/:id/editions': { does: 'Publishes a sheet', takes: SentEdition, gives: told.PublishedEdition },
  'POST /api/editions/:address/withdrawal': { does: 'Withdraws an edition', takes: SentWithdrawal },
  'GET /api/apps/:slug/reports': { does: 'What learners report' },
  'POST /api/reports/:id/end': { does: 'Ends a report', takes: EndedReport },
  'PUT /api/listed/:address': { does: 'Puts an edition on the public index', takes: SentListing },
  'GET /api/shelf': { does: 'The public index' },
  'PUT /api/shelf': { does: 'Opens or closes it', takes: SentShelf },
  'GET /api/apps/:slug/site.zip': { does: 'All newest editions as a folder for a website' },
  'GET /api/system-keys': { does: 'What systems keep for themselves' },
  'PUT /api/system-keys': { does: 'Says where this workplace differs', takes: edit.SentSystemKeys },
  'POST /api/apps/:slug/views': { does: 'Saves a view', takes: edit.NewView },
  'DELETE /api/apps/:slug/views/:id': { does: 'Deletes a view' },
  'GET /api/bin': { does: 'What was deleted', gives: list(Binned) },
  'GET /api/bin/with': { does: 'What would go with something', gives: list(Hanging) },
  'POST /api/bin': { does: 'Deletes something', takes: BinThing, gives: Made },
  'POST /api/bin/:id/back': { does: 'Brings it back' },
  'GET /api/acts': { does: 'What was done', gives: people.ActPage },
  'GET /api/acts/:id/rows': { does: 'What an act did, row by row', gives: list(people.ActRow) },
  'POST /api/acts/:id/undo': { does: 'Takes a reading-in back' },
  'POST /api/here': {
    does: 'Says where one is, and hears who else is here',
    takes: people.SentHere,
    gives: list(people.Here),
  },
  'GET /api/events': { does: 'What others do, as server-sent events' },
  'GET /api/people': { does: 'Who is in the workspace', gives: people.People },
  'PUT /api/workspace': { does: 'Changes the workspace', takes: people.SentWorkspace, gives: people.Workspace },
  'POST /api/workspaces': { does: 'A workspace more', takes: people.SentWorkspace, gives: Made },
  'POST /api/invitations': { does: 'Invites somebody', takes: people.SentInvitation, gives: people.MadeInvitation },
  'DELETE /api/invitations/:id': { does: 'Takes an invitation back' },
  'PUT /api/members/:id': { does: 'Changes what somebody is', takes: people.SentMember },
  'DELETE /api/members/:id': { does: 'Removes somebody' },
  'GET /api/tokens': { does: 'One’s own tokens', gives: list(people.ApiToken) },
  'POST /api/tokens': { does: 'Makes a token', takes: people.SentToken, gives: people.MadeToken },
  'DELETE /api/tokens/:id': { does: 'Ends a token' },
  'POST /api/session': { does: 'Signs in', takes: sent.SignIn, gives: people.Session },
  'GET /api/session': { does: 'Who is signed in', gives: people.Session },
  'DELETE /api/session': { does: 'Signs out' },
  'DELETE /api/sessions': { does: 'Signs out everywhere else' },
  'PUT /api/session/workspace': {
    does: 'Goes to another workspace',
    takes: people.ChosenWorkspace,
    gives: people.Session,
  },
  'PUT /api/account': { does: 'A new name or password', takes: people.SentAccount, gives: people.Session },
  'GET /api/joining/:secret': { does: 'What an invitation is to', gives: people.Invited },
  'POST /api/joining/:secret': { does: 'Joins a workspace', takes: people.Joining, gives: people.Session },
  'GET /public/openapi.json': { does: 'This description' },
  'GET /public/recipe.schema.json': { does: 'What a recipe is, as JSON Schema' },
  'GET /public/editions/:address': { does: 'An edition', gives: PublicEdition },
  'GET /public/editions/:address/sheet.json': { does: 'Its body, as it was hashed' },
  'GET /public/editions/:address/program.json': { does: 'What its tools compute from' },
  'GET /public/editions/:address/files/:name': { does: 'A preset file' },
  'GET /public/editions/:address/presets.zip': { does: 'Its preset files together' },
  'GET /public/editions/:address/site.zip': { does: 'It as a folder for a website' },
  'GET /public/editions/:address/sheet.csv': { does: 'It as a list' },
  'GET /public/editions/:address/sheet.md': { does: 'It as Markdown' },
  'GET /public/editions/:address/sheet.pdf': { does: 'It on paper' },
  'GET /public/editions/:address/strips.pdf': { does: 'Strips and labels of it' },
  'POST /public/editions/:address/reports': { does: 'Reports a line', takes: SentReport },
};

/** The address of the API that a request goes to, as it stands in `ROUTES`. */
export function routeFor(method: string, path: string): string | undefined {
  const parts = path.split('?')[0]!.split('/');
  return Object.keys(ROUTES).find((route) => {
    const [by, pattern] = route.split(' ') as [string, string];
    const wanted = pattern.split('/');
    return (
      by === method &&
      wanted.length === parts.length &&
      wanted.every((one, at) => one === parts[at] || (one.startsWith(':') && parts[at] !== ''))
    );
  });
}
