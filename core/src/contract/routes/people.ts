import { z } from 'zod';
import { BinAsked, BinThing, Binned, Hanging } from '../bin.ts';
import * as people from '../people.ts';
import * as sent from '../requests.ts';
import { Made, route } from './route.ts';

const list = z.array;

/** Sessions, the workspace and its members, and what they did. */
export const PEOPLE = {
  'GET /api/bin': route({ does: 'What was deleted', may: 'look at', gives: list(Binned) }),
  'GET /api/bin/with': route({
    does: 'What would go with something',
    may: 'look at',
    asks: BinAsked,
    gives: list(Hanging),
  }),
  'POST /api/bin': route({ does: 'Deletes something', may: 'edit', takes: BinThing, gives: Made, adds: true }),
  'POST /api/bin/:id/back': route({ does: 'Brings it back', may: 'edit' }),
  'GET /api/acts': route({ does: 'What was done', may: 'look at', asks: people.ActsAsked, gives: people.ActPage }),
  'GET /api/acts/:id/rows': route({ does: 'What an act did, row by row', may: 'look at', gives: list(people.ActRow) }),
  'POST /api/acts/:id/undo': route({ does: 'Takes a reading-in back', may: 'edit' }),
  'POST /api/here': route({
    does: 'Says where one is, and hears who else is here',
    may: 'look at',
    takes: people.SentHere,
    gives: list(people.Here),
  }),
  'GET /api/events': route({ does: 'What others do, as server-sent events', may: 'look at' }),
  'GET /api/people': route({ does: 'Who is in the workspace', may: 'look at', gives: people.People }),
  'PUT /api/workspace': route({
    does: 'Changes the workspace',
    may: 'manage',
    takes: people.SentWorkspace,
    gives: people.Workspace,
  }),
  'POST /api/workspaces': route({
    does: 'A workspace more',
    may: 'look at',
    takes: people.SentWorkspace,
    gives: Made,
    adds: true,
  }),
  'POST /api/invitations': route({
    does: 'Invites somebody',
    may: 'manage',
    takes: people.SentInvitation,
    gives: people.MadeInvitation,
    adds: true,
  }),
  'DELETE /api/invitations/:id': route({ does: 'Takes an invitation back', may: 'manage' }),
  'PUT /api/members/:id': route({ does: 'Changes what somebody is', may: 'manage', takes: people.SentMember }),
  'DELETE /api/members/:id': route({ does: 'Removes somebody', may: 'manage' }),
  'GET /api/tokens': route({ does: 'One’s own tokens', may: 'look at', gives: list(people.ApiToken) }),
  'POST /api/tokens': route({
    does: 'Makes a token',
    may: 'look at',
    takes: people.SentToken,
    gives: people.MadeToken,
    adds: true,
  }),
  'DELETE /api/tokens/:id': route({ does: 'Ends a token', may: 'look at' }),
  'POST /api/session': route({
    does: 'Signs in',
    may: 'anybody',
    takes: sent.SignIn,
    gives: people.Session,
    adds: true,
    size: 'small',
  }),
  'GET /api/session': route({ does: 'Who is signed in', may: 'signed in', gives: people.Session }),
  'DELETE /api/session': route({ does: 'Signs out', may: 'signed in' }),
  'DELETE /api/sessions': route({ does: 'Signs out everywhere else', may: 'signed in' }),
  'PUT /api/session/workspace': route({
    does: 'Goes to another workspace',
    may: 'signed in',
    takes: people.ChosenWorkspace,
    gives: people.Session,
    size: 'small',
  }),
  'PUT /api/account': route({
    does: 'A new name or password',
    may: 'signed in',
    takes: people.SentAccount,
    gives: people.Session,
    size: 'small',
  }),
  'GET /api/joining/:secret': route({ does: 'What an invitation is to', may: 'anybody', gives: people.Invited }),
  'POST /api/joining/:secret': route({
    does: 'Joins a workspace',
    may: 'anybody',
    takes: people.Joining,
    gives: people.Session,
    adds: true,
    size: 'small',
  }),
};
