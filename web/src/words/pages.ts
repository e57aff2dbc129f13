/** What each page is for, what to do first there, and what to do next; by the name of its route. */
export const ABOUT_PAGES: Readonly<Record<string, readonly [purpose: string, first: string, next: string]>> = {
  desk: [
    'The desk lists your programs and everything that needs your attention.',
    'Open the first task in the list; each one leads to the right page.',
    'When nothing is left to do, add a program or a release in the panel.',
  ],
  people: [
    'People shows who is a member of this workspace and what they may do.',
    'Enter an email, choose a role and create an invitation link.',
    'Decide whether changes to shared keysets need review.',
  ],
  activity: [
    'The activity log records every change with who, when and why.',
    'Filter by program or person, or search for a word.',
    'Select an entry to see the values before and after; imports can be undone here.',
  ],
  account: [
    'Your account has your name, password, workspaces and tokens.',
    'Change your name or password, or switch to another workspace.',
    'Create a token if a script should use Crib for you.',
  ],
  catalogue: [
    'All commands of a release, with one column per keyset.',
    'Search by name or key press, or filter in the sidebar.',
    'Select a row to see its details, or select several to change them together.',
  ],
  import: [
    'Here you import a program’s list of shortcuts into the catalogue.',
    'Choose a file or paste a list, then answer the questions.',
    'Check the summary and import the rows; nothing is saved before.',
  ],
  command: [
    'Everything about one command: its shortcuts in every release, its details and comments.',
    'Compare its shortcuts across keysets and platforms.',
    'Edit its details, or add a comment for colleagues.',
  ],
  key: [
    'All shortcuts that use one key, with and without modifiers.',
    'Select a combination to see its history.',
    'Free combinations can be assigned to a command.',
  ],
  contexts: [
    'Contexts are the parts of the program where shortcuts work.',
    'Drag contexts to order or nest them.',
    'Select a context to rename it, or to say which others are active at the same time.',
  ],
  groups: [
    'Command groups hold commands that belong together: pairs, families, slots, alternatives.',
    'Create a group and add its members.',
    'Crib then flags members without a shortcut and suggests matching ones.',
  ],
  tasks: [
    'A task lists commands in the order people use them.',
    'Create a task and add its commands, by name or by pressing their shortcuts.',
    'Compare how fast keysets are for the task, or print it as a section of a sheet.',
  ],
  usage: [
    'Usage says how often each command is used.',
    'Enter counts in the panel, or paste the program’s command history.',
    'Crib then finds frequent commands without a shortcut.',
  ],
  comments: [
    'Open comments on commands, from all colleagues.',
    'Read a comment and open its command.',
    'Resolve the comment when it is settled.',
  ],
  verification: [
    'A verification round walks you through the built-in shortcuts of one platform.',
    'Try each shortcut in the program and record the result.',
    'Shortcuts that differ are corrected; then seal the release.',
  ],
  'key-handling': [
    'Key handling describes how the program matches and limits shortcuts.',
    'Set what the program accepts and how users change shortcuts.',
    'Test a shortcut below to see whether the program would accept it.',
  ],
  reserved: [
    'Reserved shortcuts are used by the system or by other programs.',
    'Search the list, or add a program that intercepts shortcuts on your machines.',
    'Mark entries as available if they do not apply to you.',
  ],
  keysets: [
    'Keysets of this release: the built-in ones and your custom ones.',
    'Open a keyset, or create a custom keyset in the panel.',
    'Check the counts of errors and warnings.',
  ],
  keyset: [
    'Here you edit the shortcuts of a keyset.',
    'Select a command and press its new shortcut in the panel.',
    'Read the consequences, add a reason and save.',
  ],
  conflicts: [
    'Conflicts are shortcuts that get in each other’s way.',
    'Choose the layouts your learners use, then start with the errors.',
    'Select a conflict to change one of its shortcuts.',
  ],
  free: [
    'Free shortcuts shows which combinations are not used in a context.',
    'Choose a context and a hand position.',
    'Select a free combination to assign it to a command.',
  ],
  'hand-travel': [
    'Hand travel shows how far fingers move for a task.',
    'Choose a task and a keyset to compare with.',
    'Select a key to see or change its command.',
  ],
  move: [
    'Move several shortcuts at once, as one change.',
    'Choose the commands and where they move.',
    'Check the effect on each command, then save.',
  ],
  trace: [
    'Find out what a key press did and how to undo it.',
    'Press the shortcut you meant, or choose what happened.',
    'Crib lists the most likely slips with their results.',
  ],
  compare: [
    'Compare two keysets by task, by day and by command.',
    'Choose the keyset to compare with.',
    'Print the comparison, or export it for colleagues.',
  ],
  history: [
    'Every change to this keyset, with who, when and why.',
    'Select a change to see what it did.',
    'Restore a version, or name the current state as a save point.',
  ],
  settings: [
    'Settings of a keyset: its name, purpose and who can edit it.',
    'Change the settings and save.',
    'Create keysets based on this one, merge its layers, or export it to a file.',
  ],
  proposals: [
    'Proposals are colleagues’ changes to shared keysets that wait for review.',
    'Select a proposal to see its consequences.',
    'Approve it, or return it with a comment.',
  ],
  releases: [
    'Changes shows what differs between two releases or keysets.',
    'Choose what to compare; the most disruptive changes come first.',
    'Carry your keyset forward, or write change notes.',
  ],
  renames: [
    'Commands can be renamed, split or merged from one release to the next.',
    'Confirm or reject each suggestion.',
    'Link other commands manually in the panel.',
  ],
  'release-day': [
    'Shortcuts that learners are likely to get wrong after an update.',
    'Start with the tasks your learners do most.',
    'Save the smallest fix as a keyset for the transition.',
  ],
  timeline: [
    'All releases of the program at a glance.',
    'See which release changed most.',
    'The second chart shows how much daily work stays the same.',
  ],
  'out-of-date': [
    'Published editions that no longer match the program.',
    'Select an edition to see its wrong rows.',
    'Republish the editions you have ticked.',
  ],
  'release-history': [
    'The history of one command or shortcut through all releases.',
    'Read it from top to bottom, release by release.',
    'Open the command in the catalogue.',
  ],
  carry: [
    'Bring your keyset to a new release without losing a reason.',
    'Decide each edit: keep yours, use the new default, or decide later.',
    'Preview the result, then create the keyset for the new release.',
  ],
  compatibility: [
    'Compatibility shows how closely a keyset matches the program it emulates.',
    'Look at the shortcuts that do something else.',
    'Map commands that could not be matched.',
  ],
  notes: [
    'Change notes tell learners what a new release changes.',
    'Arrange the groups, exclude lines and add your own.',
    'Fix what the check finds, then publish.',
  ],
  migration: [
    'Migration maps another program’s commands to yours.',
    'Create a mapping with the program your learners come from.',
    'Open it to accept or correct the suggestions.',
  ],
  mapping: [
    'Here you map each command of the other program.',
    'Press Enter to accept the first suggestion, or 1 to 5 for another.',
    'When most commands are mapped, open the plan.',
  ],
  'matched-contexts': [
    'Contexts of both programs, and which of them correspond.',
    'Select a context and choose its equivalent.',
    'Suggestions for commands use these matches.',
  ],
  plan: [
    'The plan decides which old shortcuts are kept.',
    'Choose a strategy and how many commands keep their shortcut.',
    'Save the plan as a keyset, in one or several steps.',
  ],
  translator: [
    'The translator turns old shortcuts into new ones.',
    'Search for an old shortcut or command.',
    'Export the list for your learners.',
  ],
  'move-day': [
    'Shortcuts that learners are likely to get wrong in the new program.',
    'Start with the tasks your learners do most.',
    'Save the smallest fix as a keyset for the transition.',
  ],
  'both-programs': [
    'Interference for people who keep using both programs.',
    'Look at shortcuts with different commands first.',
    'Change your keyset where the interference is highest.',
  ],
  synonyms: [
    'Synonyms are words that suggestions treat as equal.',
    'Choose a section, or add one for your subject.',
    'Write one group of synonyms per line and save.',
  ],
  sheets: [
    'Reference sheets for this release.',
    'Create a sheet in the panel, or open one.',
    'Publish it when its check finds nothing wrong.',
  ],
  sheet: [
    'Build a sheet beside the page as it will print.',
    'Add a section, then fill it with a rule or pick commands.',
    'Run the check, then publish an edition.',
  ],
  handouts: [
    'Handouts has everything you have published.',
    'Copy a link for your learners, or open an edition.',
    'Answer reports, and republish what is out of date.',
  ],
  'try-out': [
    'Try a preset by pressing keys, as your learners would.',
    'Choose an edition or load a file, then press keys.',
    'Test all rows of a sheet at once.',
  ],
  help: [
    'The guide takes you from an empty workspace to a published sheet.',
    'Start with chapter 1.',
    'Come back when the next release arrives.',
  ],
};
