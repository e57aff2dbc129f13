import { readShortcuts, writeStored } from '../keys/index.ts';
import type { SystemKey } from '../contract/index.ts';

/**
 * Presses that operating systems and other takers keep, as they ship. `!` marks those that no program can get.
 * Sources are the makers' own pages as remembered; a workplace corrects the table where its machines differ.
 */
const ROWS: Record<string, { source: string; rows: string }[]> = {
  windows: [
    {
      source: 'Windows help, “Keyboard shortcuts in Windows”, from memory',
      rows: `
        !Ctrl+Alt+Delete | the security screen
        !Win+L | locking the screen
        Alt+Tab | switching windows
        Alt+Shift+Tab | switching windows backwards
        Ctrl+Alt+Tab | the list of windows
        Alt+F4 | closing the window
        Alt+Space | the window’s menu
        Alt+Esc | the next window
        Ctrl+Esc | the Start menu
        Ctrl+Shift+Esc | the Task Manager
        Win+A | quick settings
        Win+B | the notification area
        Win+C | the assistant
        Win+D | showing the desktop
        Win+E | the file manager
        Win+F | feedback
        Win+G | the game bar
        Win+H | dictation
        Win+I | settings
        Win+K | casting
        Win+M | minimising all windows
        Win+N | notifications
        Win+O | locking the orientation
        Win+P | choosing the display
        Win+Q | search
        Win+R | running a command
        Win+S | search
        Win+T | walking along the taskbar
        Win+U | accessibility settings
        Win+V | the clipboard’s history
        Win+W | widgets
        Win+X | the quick menu
        Win+Z | window layouts
        Win+. | emoji
        Win+; | emoji
        Win+, | peeking at the desktop
        Win+Tab | the task view
        Win+Home | minimising the others
        Win+Up | enlarging the window
        Win+Down | shrinking the window
        Win+Left | snapping the window to the left
        Win+Right | snapping the window to the right
        Win+Shift+Left | moving the window to another display
        Win+Shift+Right | moving the window to another display
        Win+Shift+S | a picture of the screen
        Win+Print Screen | a picture of the screen
        Print Screen | a picture of the screen
        Alt+Print Screen | a picture of the window
        Win+Ctrl+D | a new desktop
        Win+Ctrl+F4 | closing the desktop
        Win+Ctrl+Left | the desktop to the left
        Win+Ctrl+Right | the desktop to the right
        Win+Space | the next input language
        Alt+Shift+Esc | the window before
        Win+Ctrl+Enter | the screen reader
        Win++ | the magnifier
        Win+- | the magnifier
        Ctrl+Space | the input method, where one is on`,
    },
    {
      source: 'Windows help on remote desktops, from memory',
      rows: `
        Ctrl+Alt+Home | the connection bar of a remote desktop
        Ctrl+Alt+End | the security screen of a remote desktop
        Ctrl+Alt+Break | the full screen of a remote desktop`,
    },
    {
      source: 'common practice of screen readers, no source',
      rows: `
        Insert | a screen reader’s own key, where one runs
        Caps Lock | a screen reader’s own key, where one runs`,
    },
  ],
  macos: [
    {
      source: 'Apple, “Mac keyboard shortcuts” (support page 102650), from memory',
      rows: `
        !Command+Option+Esc | forcing programs to quit
        !Control+Command+Q | locking the screen
        Command+Tab | switching programs
        Command+Shift+Tab | switching programs backwards
        Command+\` | switching windows
        Command+Shift+\` | switching windows backwards
        Command+Space | searching the Mac
        Option+Command+Space | a search window
        Control+Command+Space | emoji and symbols
        Control+Space | the input source before
        Control+Option+Space | the next input source
        Command+H | hiding the program
        Option+Command+H | hiding the others
        Command+M | minimising the window
        Option+Command+M | minimising all windows
        Command+Q | quitting the program
        Option+Command+D | hiding the Dock
        Control+Up | all windows
        Control+Down | the program’s windows
        Control+Left | the space to the left
        Control+Right | the space to the right
        Control+1 | the first space
        Control+2 | the second space
        Command+Shift+3 | a picture of the screen
        Command+Shift+4 | a picture of a part
        Command+Shift+5 | pictures and recordings
        Control+Command+Shift+3 | a picture into the clipboard
        Control+Command+Shift+4 | a part into the clipboard
        Command+Shift+Q | logging out
        Option+Command+Shift+Q | logging out at once
        Control+Command+F | the full screen
        Command+Shift+/ | the Help menu
        Control+F1 | keyboard access
        Control+F2 | the menu bar
        Control+F3 | the Dock
        Control+F4 | the next window
        Control+F5 | the toolbar
        Control+F6 | the floating window
        Control+F7 | how Tab moves
        Control+F8 | the status menus
        F11 | showing the desktop
        Fn+A | the Dock
        Fn+C | the control centre
        Fn+E | emoji and symbols
        Fn+F | the full screen
        Fn+H | showing the desktop
        Fn+N | notifications
        Fn+Q | a quick note
        Command+F5 | the screen reader
        Option+Command+F5 | accessibility shortcuts
        Option+Command+8 | zooming the screen
        Option+Command+= | zooming the screen in
        Option+Command+- | zooming the screen out
        Control+Option+Command+8 | inverting colours`,
    },
  ],
  linux: [
    {
      source: 'GNOME Help, “Useful keyboard shortcuts”, and its default settings, from memory',
      rows: `
        Alt+Tab | switching windows
        Alt+Shift+Tab | switching windows backwards
        Alt+\` | the program’s windows
        Alt+Esc | the next window
        Super+Tab | switching programs
        Super+Shift+Tab | switching programs backwards
        Super+\` | the program’s windows
        Super+A | all programs
        Super+S | the overview
        Super+V | notifications
        Super+M | notifications
        Super+N | the active notification
        Super+D | showing the desktop
        Super+H | hiding the window
        Super+L | locking the screen
        Super+P | choosing the display
        Super+O | locking the orientation
        Super+Space | the next input source
        Super+Shift+Space | the input source before
        Super+Up | enlarging the window
        Super+Down | restoring the window
        Super+Left | the left half
        Super+Right | the right half
        Super+Page Up | the workspace above
        Super+Page Down | the workspace below
        Super+Shift+Page Up | moving the window to the workspace above
        Super+Shift+Page Down | moving the window to the workspace below
        Super+Home | the first workspace
        Super+End | the last workspace
        Super+Shift+Left | the window to the display at the left
        Super+Shift+Right | the window to the display at the right
        Super+1 | the first favourite
        Super+2 | the second favourite
        Super+3 | the third favourite
        Alt+F1 | the overview
        Alt+F2 | running a command
        Alt+F4 | closing the window
        Alt+F7 | moving the window
        Alt+F8 | resizing the window
        Alt+F10 | enlarging the window
        Alt+Space | the window’s menu
        Ctrl+Alt+Tab | the panels
        Ctrl+Alt+Esc | the panels at once
        Ctrl+Alt+Delete | logging out
        Ctrl+Alt+Up | the workspace above
        Ctrl+Alt+Down | the workspace below
        Ctrl+Alt+Left | the workspace to the left
        Ctrl+Alt+Right | the workspace to the right
        Ctrl+Alt+Shift+R | recording the screen
        Ctrl+Shift+U | typing a character by its number
        Print Screen | a picture of the screen
        Shift+Print Screen | a picture of the screen
        Alt+Print Screen | a picture of the window`,
    },
    {
      source: 'Linux kernel and X server documentation, from memory',
      rows: `
        !Ctrl+Alt+F1 | the first console
        !Ctrl+Alt+F2 | the second console
        !Ctrl+Alt+F3 | the third console
        !Ctrl+Alt+F4 | the fourth console
        !Ctrl+Alt+F5 | the fifth console
        !Ctrl+Alt+F6 | the sixth console
        !Alt+Print Screen then B | the kernel’s own keys`,
    },
  ],
};

function rowsOf(platform: string, source: string, text: string): SystemKey[] {
  return text
    .trim()
    .split('\n')
    .map((line) => {
      const [keys = '', taker = ''] = line.split(' | ').map((part) => part.trim());
      const hard = keys.startsWith('!');
      const read = readShortcuts(hard ? keys.slice(1) : keys);
      if (read.kind !== 'read')
        throw new Error(`The list of reserved shortcuts contains “${keys}”, which cannot be read.`);
      return { platform, shortcut: writeStored(read.shortcuts[0]!), taker, hard, source };
    });
}

/** The table of system keys that ships. */
export const SYSTEM_KEYS: readonly SystemKey[] = Object.entries(ROWS).flatMap(([platform, parts]) =>
  parts.flatMap(({ source, rows }) => rowsOf(platform, source, rows)),
);
