import { KEY_LANGUAGES, type KeyLanguage } from '../keys/index.ts';

/** The languages of the learner’s side: pages, notes, and editions in print. */
export const LEARNER_LANGUAGES = KEY_LANGUAGES;
export type LearnerLanguage = KeyLanguage;

/** What the learner’s side says besides what core finds. */
export const LEARNER_EN = {
  'page.edition': 'edition {number}',
  'page.with': '{app} {release} with the {keyset}',
  'page.from to': '{app}: from {old} to {now}',
  'page.get preset': 'Get the preset file',
  'page.platform': 'Platform',
  'page.language': 'Language',
  'page.find': 'Find',
  'page.find hint': 'a command or a key',
  'page.in words': 'Keys in words',
  'page.in symbols': 'Keys in symbols',
  'page.print': 'Print',
  'page.none': 'Nothing on this sheet has that name.',
  'page.loading file': 'Loading the key file',
  'page.changing': 'How to change keys in it',
  'page.opened by': 'The list is opened by {command}.',
  'page.opened with': 'The list is opened by {command} ({keys}).',
  'page.shown': 'Keys are shown {where}.',
  'page.losses': 'What the file cannot say',
  'page.failed': 'This sheet cannot be shown',
  'page.again': 'Try again',
  'page.offline': 'The server does not answer. Check the connection, then try again.',
  'page.not there': 'No sheet has this address. It may have been mistyped.',
  'page.unanswered': 'The server could not answer. Try again in a moment.',
  'page.fetching': 'Fetching the sheet…',
  'page.now': 'now',
  'page.no key': 'no key',
  'chip.ours': 'the school’s',
  'chip.fixed': 'cannot be changed',
  'chip.new': 'new here',
  'group.meaning': 'These keys now do something else',
  'group.moved': 'Moved to other keys',
  'group.new': 'New keys',
  'group.gone': 'Gone',
  'group.renamed': 'Renamed',
  'group.menus': 'Moved in the menus',
  'group.fixed': 'Can or cannot be changed now',
  'group.places': 'Places',
  'group.policy': 'How the program takes keys',
  'table.what': 'What',
  'table.where': 'Where it works',
  'table.change': 'Change',
  'table.before': 'Keys before',
  'table.after': 'Keys now',
  'table.why': 'Why',
  'table.none': 'none',
  'print.from to': '{app}: from {old} ({oldKeyset}) to {now} ({nowKeyset})',
  'print.edition': 'Edition {number}, {on}',
  'print.page': 'page {page} of {pages}',
} as const;
export type LearnerCode = keyof typeof LEARNER_EN;

/** Sentences of core that learners read, besides those of their pages: change notes, and what differs in how keys are taken. */
export type LearnerSaid = Extract<keyof typeof import('./en.ts').EN, `notes.${string}` | `policy.${string}`>;
