import { z } from 'zod';
import { BinAsked, BinThing, Binned, Hanging } from '../bin.ts';
import * as people from '../people.ts';
import * as sent from '../requests.ts';
import { Made, route } from './route.ts';

const list = z.array;

/** Sessions, the workspace and its members, and what they did. */
export const PEOPLE = {
  'GET /api/bin': route({ does: 'The deleted items', may: 'look at', gives: list(Binned) }),
  'GET /api/bin/with': route({
    does: 'What would be deleted with an item',
    may: 'look at',
    asks: BinAsked,
    gives: list(Hanging),
  }),
  'POST /api/bin': route({ does: 'Deletes an item', may: 'edit', takes: BinThing, gives: Made, adds: true }),
  'POST /api/bin/:id/back': route({ does: 'Restores a deleted item', may: 'edit' }),
  'GET /api/acts': route({
    does: 'The history of the workspace',
    may: 'look at',
    asks: people.ActsAsked,
    gives: people.ActPage,
  }),
  'GET /api/acts/:id/rows': route({
    does: 'The rows that an entry changed',
    may: 'look at',
    gives: list(people.ActRow),
  }),
  'POST /api/acts/:id/undo': route({ does: 'Undoes a list import', may: 'edit' }),
  'GET /api/people': route({ does: 'The members of the workspace', may: 'look at', gives: people.People }),
  'PUT /api/workspace': route({
    does: 'Changes the workspace',
    may: 'manage',
    takes: people.SentWorkspace,
    gives: people.Workspace,
  }),
  'POST /api/workspaces': route({
    does: 'Creates a workspace',
    may: 'look at',
    takes: people.SentWorkspace,
    gives: Made,
    adds: true,
  }),
  'POST /api/invitations': route({
    does: 'Invites a person',
    may: 'manage',
    takes: people.SentInvitation,
    gives: people.MadeInvitation,
    adds: true,
  }),
  'DELETE /api/invitations/:id': route({ does: 'Revokes an invitation', may: 'manage' }),
  'PUT /api/members/:id': route({ does: 'Changes a member’s role', may: 'manage', takes: people.SentMember }),
  'DELETE /api/members/:id': route({ does: 'Removes a member', may: 'manage' }),
  'GET /api/tokens': route({ does: 'Your API tokens', may: 'look at', gives: list(people.ApiToken) }),
  'POST /api/tokens': route({
    does: 'Creates a token',
    may: 'look at',
    takes: people.SentToken,
    gives: people.MadeToken,
    adds: true,
  }),
  'DELETE /api/tokens/:id': route({ does: 'Revokes a token', may: 'look at' }),
  'POST /api/session': route({
    does: 'Signs in',
    may: 'anybody',
    takes: sent.SignIn,
    gives: people.Session,
    adds: true,
    size: 'small',
  }),
  'GET /api/session': route({ does: 'The signed-in user', may: 'signed in', gives: people.Session }),
  'DELETE /api/session': route({ does: 'Signs out', may: 'signed in' }),
  'DELETE /api/sessions': route({ does: 'Signs out on all other devices', may: 'signed in' }),
  'PUT /api/session/workspace': route({
    does: 'Switches to another workspace',
    may: 'signed in',
    takes: people.ChosenWorkspace,
    gives: people.Session,
    size: 'small',
  }),
  'PUT /api/account': route({
    does: 'Changes your name or password',
    may: 'signed in',
    takes: people.SentAccount,
    gives: people.Session,
    size: 'small',
  }),
  'GET /api/joining/:secret': route({ does: 'An invitation', may: 'anybody', gives: people.Invited }),
  'POST /api/joining/:secret': route({
    does: 'Joins a workspace',
    may: 'anybody',
    takes: people.Joining,
    gives: people.Session,
    adds: true,
    size: 'small',
  }),
};
