/** What Crib itself does at a press, on every stage; its own app in the demo is held against this. */
export const OWN_ACTIONS = [
  { name: 'look-up', does: 'Go to the look-up', keys: '/' },
  { name: 'ledger', does: 'Go to the ledger', keys: 'G' },
  { name: 'margin', does: 'Go to the margin', keys: 'M' },
  { name: 'index', does: 'Go to the index', keys: 'I' },
  { name: 'desk', does: 'Open the desk', keys: 'D' },
  { name: 'help', does: 'Show these keys', keys: '?' },
] as const;
export type OwnAction = (typeof OWN_ACTIONS)[number]['name'];
