import type { ActRow } from '@crib/core/contract';

/** What is kept where, in the words of the trade. */
const KEPT: Record<string, string> = {
  app: 'Program',
  release: 'Release',
  context_state: 'Context',
  command: 'Command',
  command_state: 'Command in this release',
  command_detail: 'Command details',
  command_wording: 'Names',
  command_group: 'Group',
  command_lineage: 'Command renames and splits',
  context_lineage: 'Context renames and splits',
  keyset: 'Keyset',
  binding: 'Shortcut',
  binding_context: 'Where a shortcut works',
  trial: 'Verification',
  correction: 'Correction',
  fact_correction: 'Correction',
  save_point: 'Save point',
  run: 'Task',
  run_step: 'Step of a task',
  recipe: 'Preset format',
  sheet: 'Sheet',
  sheet_section: 'Section',
  sheet_row: 'Row',
  change_notes: 'Change notes',
  edition: 'Edition',
  edition_withdrawal: 'Withdrawal',
  standing_address: 'Link to the latest edition',
  report: 'Report',
  membership: 'Member',
  invitation: 'Invitation',
  api_token: 'Token',
  workspace: 'Workspace',
  proposal: 'Proposal',
  remark: 'Comment',
  crosswalk_command: 'Mapped command',
  crosswalk_context: 'Mapped context',
  bin: 'Bin',
};
/** Numbers of the database, which say nothing to anybody. */
const UNTOLD = /(^|_)(id|by)$|^(position|hash|made_at|app|release|workspace|address|slug)$|_app$/;

/** What somebody wrote about what came or went. */
const SAID = /^(note|lesson|reason|because|said|why|platform|role|email|rule)$/;

const shown = (value: unknown): string => {
  if (value === null || value === '') return 'nothing';
  if (Array.isArray(value)) return value.length ? value.map(shown).join(', ') : 'nothing';
  if (typeof value === 'object') return JSON.stringify(value).slice(0, 200);
  return value === true ? 'yes' : value === false ? 'no' : String(value as string | number).slice(0, 300);
};
const said = (field: string) => field.replaceAll('_', ' ');

/** A row of an act: what it is, and what became of its fields; of what came or went, what it says besides its name. */
export function changesOf({ keptIn, command, before, after }: ActRow): { title: string; lines: string[] } {
  const row = after ?? before ?? {};
  const named = ['label', 'title', 'name', 'shortcut'].find((field) => typeof row[field] === 'string' && row[field]);
  const names = [
    named ? `“${shown(row[named])}”` : '',
    named !== 'label' && command ? `${named ? 'of ' : ''}“${command}”` : '',
  ];
  const title = `${[KEPT[keptIn] ?? said(keptIn), ...names].filter(Boolean).join(' ')}: ${!before ? 'new' : !after ? 'gone' : 'changed'}`;
  const fields = Object.keys(row).filter((field) => !UNTOLD.test(field));
  if (before && after) {
    const changed = fields.filter((field) => JSON.stringify(before[field]) !== JSON.stringify(after[field]));
    return { title, lines: changed.map((field) => `${said(field)}: ${shown(before[field])} → ${shown(after[field])}`) };
  }
  const told = fields.filter(
    (field) => field !== named && SAID.test(field) && row[field] !== null && row[field] !== '',
  );
  return { title, lines: told.map((field) => `${said(field)}: ${shown(row[field])}`) };
}
