/** What Crib itself does at a press, on every stage; its own app in the demo is held against this. */
export const OWN_ACTIONS = [
  { name: 'look-up', does: 'Search', keys: '/' },
  { name: 'ledger', does: 'Go to the table', keys: 'G' },
  { name: 'margin', does: 'Go to the details panel', keys: 'M' },
  { name: 'index', does: 'Go to the sidebar', keys: 'I' },
  { name: 'desk', does: 'Open the desk', keys: 'D' },
  { name: 'help', does: 'Show help and keyboard shortcuts', keys: '?' },
] as const;
export type OwnAction = (typeof OWN_ACTIONS)[number]['name'];
