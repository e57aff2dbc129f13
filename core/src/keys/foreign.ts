import type { PointerAction } from './shortcut.ts';

/**
 * What keys are called in interface languages, beside their English names. Columns: the key or modifier, then its words.
 * Source of each row: *mem* (from memory of keyboards and manuals in the language), but for the Japanese input keys, which
 * are the legends of JIS X 6002 boards as W3C UI Events `key` lists them (KanaMode, Eisu, Convert, NonConvert, ZenkakuHankaku).
 */
export const FOREIGN: Readonly<Record<string, readonly (readonly [string, string])[]>> = {
  German: [
    ['Ctrl', 'strg|steuerung'], ['Shift', 'umschalt|umschalttaste|hochstell'], ['Alt', 'wahl|wahltaste'], ['Meta', 'befehl|befehlstaste|windows taste'],
    ['Delete', 'entf|entfernen'], ['Insert', 'einfg|einfügen'], ['Home', 'pos1|pos 1'], ['End', 'ende'], ['PageUp', 'bild auf|bild nach oben|bild hoch|bild ↑|bildauf'],
    ['PageDown', 'bild ab|bild nach unten|bild runter|bild ↓|bildab'], ['Enter', 'eingabe|eingabetaste'], ['Space', 'leertaste|leerzeichen'],
    ['Backspace', 'rücktaste|rück|rückschritt'], ['Tab', 'tabulatortaste'], ['Escape', 'esc taste'], ['PrintScreen', 'druck'], ['ScrollLock', 'rollen'], ['CapsLock', 'feststelltaste|feststell'],
    ['ContextMenu', 'menütaste|kontextmenütaste'], ['ArrowLeft', 'pfeil links|pfeil nach links|nach links'], ['ArrowRight', 'pfeil rechts|pfeil nach rechts|nach rechts'],
    ['ArrowUp', 'pfeil oben|pfeil nach oben|pfeil auf|pfeil hoch'], ['ArrowDown', 'pfeil unten|pfeil nach unten|pfeil ab|pfeil runter'],
  ],
  French: [
    ['Shift', 'maj|majuscule'], ['Meta', 'commande|touche windows'], ['Ctrl', 'contrôle'], ['Delete', 'suppr|supprimer'], ['Insert', 'inser|insér|insertion'], ['Home', 'début|origine'], ['End', 'fin'],
    ['PageUp', 'pg préc|pg prec|page précédente|page haut'], ['PageDown', 'pg suiv|page suivante|page bas'], ['Enter', 'entrée|entree'], ['Space', 'espace|barre d espace'],
    ['Backspace', 'retour arrière|ret arr|retour arriere'], ['Tab', 'tabulation'], ['Escape', 'échap|echap'], ['PrintScreen', 'impr écran|impr ecran|imp écr'], ['CapsLock', 'verr maj'], ['NumLock', 'verr num'], ['ScrollLock', 'arrêt défil'],
    ['ArrowLeft', 'flèche gauche|flèche vers la gauche|fleche gauche'], ['ArrowRight', 'flèche droite|flèche vers la droite|fleche droite'],
    ['ArrowUp', 'flèche haut|flèche vers le haut|fleche haut'], ['ArrowDown', 'flèche bas|flèche vers le bas|fleche bas'],
  ],
  Spanish: [
    ['Shift', 'mayús|mayus|mayúsculas'], ['Meta', 'comando|tecla windows'], ['Alt', 'opción'], ['Delete', 'supr|suprimir'], ['Insert', 'insertar'], ['Home', 'inicio'],
    ['PageUp', 're pág|re pag|repág|retroceder página'], ['PageDown', 'av pág|av pag|avpág|avanzar página'], ['Enter', 'intro|entrar'], ['Space', 'espacio|barra espaciadora'],
    ['Backspace', 'retroceso'], ['Tab', 'tabulador'], ['PrintScreen', 'impr pant|imprimir pantalla'], ['CapsLock', 'bloq mayús|bloq mayus'],
    ['ArrowLeft', 'flecha izquierda'], ['ArrowRight', 'flecha derecha'], ['ArrowUp', 'flecha arriba'], ['ArrowDown', 'flecha abajo'],
  ],
  Italian: [
    ['Shift', 'maiusc|maiuscole'], ['Alt', 'opzione'], ['Delete', 'canc'], ['Home', 'inizio'], ['End', 'fine'], ['PageUp', 'pag su|pagina su'], ['PageDown', 'pag giù|pag giu|pagina giù'],
    ['Enter', 'invio'], ['Space', 'spazio|barra spaziatrice'], ['PrintScreen', 'stamp'], ['CapsLock', 'bloc maiusc'],
    ['ArrowLeft', 'freccia sinistra|freccia a sinistra'], ['ArrowRight', 'freccia destra|freccia a destra'], ['ArrowUp', 'freccia su'], ['ArrowDown', 'freccia giù|freccia giu'],
  ],
  Portuguese: [
    ['Shift', 'maiúsculas'], ['Alt', 'opção'], ['Delete', 'excluir|eliminar'], ['Insert', 'inserir'], ['Home', 'início'], ['End', 'fim'], ['Space', 'espaço|barra de espaço|barra de espaços'],
    ['Backspace', 'retrocesso'], ['ArrowLeft', 'seta esquerda|seta para a esquerda'], ['ArrowRight', 'seta direita|seta para a direita'], ['ArrowUp', 'seta para cima'], ['ArrowDown', 'seta para baixo'],
  ],
  Swedish: [
    ['Shift', 'skift'], ['Meta', 'kommando'], ['Space', 'blanksteg|mellanslag'], ['Enter', 'retur'], ['Backspace', 'backsteg'], ['Tab', 'tabb'],
    ['ArrowLeft', 'vänsterpil'], ['ArrowRight', 'högerpil'], ['ArrowUp', 'uppil|uppåtpil'], ['ArrowDown', 'nedpil|nedåtpil'],
  ],
  Danish: [
    ['Delete', 'slet'], ['Space', 'mellemrum'], ['Backspace', 'tilbagetast'], ['Home', 'hjem'], ['ArrowLeft', 'venstre pil|venstrepil'], ['ArrowRight', 'højre pil|højrepil'], ['ArrowUp', 'pil op'], ['ArrowDown', 'pil ned'],
  ],
  Norwegian: [
    ['Delete', 'slett'], ['Space', 'mellomrom'], ['Backspace', 'tilbaketast'], ['ArrowLeft', 'pil venstre|venstre piltast'], ['ArrowRight', 'pil høyre|høyre piltast'], ['ArrowUp', 'pil opp'],
  ],
  Polish: [
    ['Space', 'spacja'], ['ArrowLeft', 'strzałka w lewo'], ['ArrowRight', 'strzałka w prawo'], ['ArrowUp', 'strzałka w górę'], ['ArrowDown', 'strzałka w dół'],
  ],
  Japanese: [
    ['Ctrl', 'コントロール'], ['Shift', 'シフト'], ['Alt', 'オプション'], ['Meta', 'コマンド'], ['Space', 'スペース|空白'], ['Enter', 'エンター|リターン'], ['Escape', 'エスケープ'], ['Tab', 'タブ'],
    ['Delete', 'デリート'], ['Backspace', 'バックスペース'], ['ArrowLeft', '左矢印'], ['ArrowRight', '右矢印'], ['ArrowUp', '上矢印'], ['ArrowDown', '下矢印'],
  ],
}; // prettier-ignore

/** Buttons by what they are called on their own (common practice, no source). */
export const BUTTONS: Readonly<Partial<Record<PointerAction, string>>> = {
  Click: 'left button|left mouse button|mouse button|lmb',
  RightClick: 'right button|right mouse button|rmb',
  MiddleClick: 'middle button|wheel button|middle mouse button|press the wheel|wheel click|mmb',
};
