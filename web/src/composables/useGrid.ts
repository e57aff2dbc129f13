import type { Ref } from 'vue';
import type { LedgerRow } from '../parts/ledger.ts';

interface Grid {
  readonly rows: () => readonly LedgerRow[];
  readonly columns: () => number;
  readonly selected: () => number | null;
  readonly marked: () => ReadonlySet<number> | undefined;
  /** Whether the grid itself has the focus, and not something in it. */
  readonly focused: (target: EventTarget | null) => boolean;
  readonly cursorRow: Ref<number>;
  readonly cursorColumn: Ref<number>;
  readonly select: (id: number) => void;
  readonly enter: (id: number) => void;
  readonly mark: (ids: ReadonlySet<number>) => void;
}

/** Moving about in a ledger and marking rows, as the WAI-ARIA grid pattern says. */
export function useGrid(props: Grid) {
  const { cursorRow, cursorColumn } = props;
  /** The nearest command row from `from` on, in a direction. */
  function commandFrom(from: number, step: 1 | -1): number {
    let row = Math.max(0, Math.min(props.rows().length - 1, from));
    while (props.rows()[row] && props.rows()[row]!.kind !== 'command') row += step;
    return row;
  }
  const idAt = (row: number) => {
    const target = props.rows()[row];
    return target?.kind === 'command' ? target.command.id : null;
  };
  /** Goes to a row; with `extend` the rows on the way are marked. */
  function go(row: number, extend = false) {
    const id = idAt(row);
    if (id === null) return;
    if (extend) {
      const [from, to] = [Math.max(0, cursorRow.value), row].sort((a, b) => a - b) as [number, number];
      const way = props
        .rows()
        .slice(from, to + 1)
        .flatMap((one) => (one.kind === 'command' ? [one.command.id] : []));
      props.mark(new Set([...(props.marked() ?? []), ...way]));
    } else if (props.marked()?.size) props.mark(new Set());
    props.select(id);
  }
  function toggle(row: number) {
    const id = idAt(row);
    if (id === null) return;
    const at = props.selected();
    const now = new Set(props.marked()?.size ? props.marked() : at === null ? [] : [at]);
    if (!now.delete(id)) now.add(id);
    props.mark(now);
    props.select(id);
  }
  function clicked(event: MouseEvent, row: number) {
    if (event.ctrlKey || event.metaKey) toggle(row);
    else go(row, event.shiftKey);
  }

  const PAGE = 14;
  function onKey(event: KeyboardEvent) {
    if (!props.focused(event.target)) return;
    const { ctrlKey, shiftKey, key } = event;
    const row = cursorRow.value;
    const last = props.rows().length - 1;
    const moves: Record<string, () => void> = {
      ArrowDown: () => go(commandFrom(row + 1, 1), shiftKey),
      ArrowUp: () => go(commandFrom(row < 0 ? 0 : row - 1, row <= 1 ? 1 : -1), shiftKey),
      PageDown: () => go(commandFrom(row + PAGE, row + PAGE > last ? -1 : 1), shiftKey),
      PageUp: () => go(commandFrom(row - PAGE, 1), shiftKey),
      ArrowRight: () => (cursorColumn.value = Math.min(props.columns(), cursorColumn.value + 1)),
      ArrowLeft: () => (cursorColumn.value = Math.max(0, cursorColumn.value - 1)),
      Home: () => (ctrlKey ? go(commandFrom(0, 1), shiftKey) : (cursorColumn.value = 0)),
      End: () => (ctrlKey ? go(commandFrom(last, -1), shiftKey) : (cursorColumn.value = props.columns())),
      Enter: () => {
        const id = props.selected();
        if (id !== null) props.enter(id);
      },
      ' ': () => row >= 0 && toggle(row),
      Escape: () => props.mark(new Set()),
    };
    const move = moves[key];
    if (!move || event.altKey || event.metaKey) return;
    event.preventDefault();
    move();
  }

  const isMarked = (index: number) => {
    const id = idAt(index);
    return id !== null && props.marked()?.has(id) === true;
  };
  return { onKey, clicked, isMarked };
}
