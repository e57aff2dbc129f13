import type { NamedKey } from './named.ts';
import type { PointerAction } from './shortcut.ts';

/** The languages in which keys are written for learners. */
export const KEY_LANGUAGES = ['en', 'de', 'fr'] as const;
export type KeyLanguage = (typeof KEY_LANGUAGES)[number];

/** How a language writes keys; what is not said is as in English. */
export interface KeyWords {
  /** Words of modifiers and sides, by their English ones. */
  readonly held: Readonly<Record<string, string>>;
  readonly keys: Partial<Record<NamedKey, string>>;
  readonly pointer: Partial<Record<PointerAction, string>>;
  /** `{keys}` stands where the strokes come in. */
  readonly then: string;
  readonly hold: string;
  readonly twice: string;
  readonly tap: string;
  readonly position: string;
  readonly over: string;
  readonly manners: { readonly held: string; readonly twice: string };
}

const ENGLISH: KeyWords = {
  held: {},
  keys: {},
  pointer: {},
  then: ' then ',
  hold: 'hold {keys}',
  twice: '{keys} twice',
  tap: 'tap {keys}',
  position: 'key {keys}',
  over: ' over it',
  manners: { held: 'held', twice: 'twice' },
};

/** Key names as they are printed on keyboards and written in handbooks of the country: from memory, no source. */
const GERMAN: KeyWords = {
  held: { Ctrl: 'Strg', Shift: 'Umschalt', Command: 'Befehl', Option: 'Wahl', Left: 'Linke', Right: 'Rechte' },
  keys: {
    Enter: 'Eingabe',
    Space: 'Leertaste',
    Backspace: 'Rücktaste',
    Delete: 'Entf',
    Insert: 'Einfg',
    Home: 'Pos1',
    End: 'Ende',
    PageUp: 'Bild auf',
    PageDown: 'Bild ab',
    ArrowUp: 'Pfeil auf',
    ArrowDown: 'Pfeil ab',
    ArrowLeft: 'Pfeil links',
    ArrowRight: 'Pfeil rechts',
    ContextMenu: 'Menütaste',
    PrintScreen: 'Druck',
    CapsLock: 'Feststelltaste',
    ScrollLock: 'Rollen',
  },
  pointer: {
    Click: 'Klick',
    RightClick: 'Rechtsklick',
    MiddleClick: 'Mittelklick',
    DoubleClick: 'Doppelklick',
    Drag: 'ziehen',
    DragLeft: 'nach links ziehen',
    DragRight: 'nach rechts ziehen',
    DragUp: 'nach oben ziehen',
    DragDown: 'nach unten ziehen',
    RightDrag: 'rechts ziehen',
    MiddleDrag: 'mit der Mitteltaste ziehen',
    WheelUp: 'Mausrad auf',
    WheelDown: 'Mausrad ab',
    WheelLeft: 'Mausrad links',
    WheelRight: 'Mausrad rechts',
  },
  then: ' dann ',
  hold: '{keys} halten',
  twice: 'zweimal {keys}',
  tap: '{keys} antippen',
  position: 'Taste {keys}',
  over: ' darüber',
  manners: { held: 'gehalten', twice: 'zweimal' },
};
const FRENCH: KeyWords = {
  held: { Shift: 'Maj', Command: 'Commande', Control: 'Contrôle', Left: 'gauche', Right: 'droite' },
  keys: {
    Enter: 'Entrée',
    Space: 'Espace',
    Escape: 'Échap',
    Backspace: 'Retour arrière',
    Delete: 'Suppr',
    Insert: 'Inser',
    Home: 'Origine',
    End: 'Fin',
    PageUp: 'Pg préc',
    PageDown: 'Pg suiv',
    ArrowUp: 'Flèche haut',
    ArrowDown: 'Flèche bas',
    ArrowLeft: 'Flèche gauche',
    ArrowRight: 'Flèche droite',
    PrintScreen: 'Impr écran',
    CapsLock: 'Verr maj',
    NumLock: 'Verr num',
    ScrollLock: 'Arrêt défil',
  },
  pointer: {
    Click: 'clic',
    RightClick: 'clic droit',
    MiddleClick: 'clic milieu',
    DoubleClick: 'double-clic',
    Drag: 'glisser',
    DragLeft: 'glisser à gauche',
    DragRight: 'glisser à droite',
    DragUp: 'glisser vers le haut',
    DragDown: 'glisser vers le bas',
    RightDrag: 'glisser avec le bouton droit',
    MiddleDrag: 'glisser avec le bouton du milieu',
    WheelUp: 'molette vers le haut',
    WheelDown: 'molette vers le bas',
    WheelLeft: 'molette vers la gauche',
    WheelRight: 'molette vers la droite',
  },
  then: ' puis ',
  hold: '{keys} maintenu',
  twice: '{keys} deux fois',
  tap: '{keys} seul',
  position: 'touche {keys}',
  over: ' dessus',
  manners: { held: 'maintenu', twice: 'deux fois' },
};

export const KEY_WORDS: Record<KeyLanguage, KeyWords> = { en: ENGLISH, de: GERMAN, fr: FRENCH };
export const filled = (template: string, keys: string) => template.replace('{keys}', keys);
