import { computed, type Ref } from 'vue';
import { storedPress, platformName, US } from '@crib/core/keys';
import type { Command } from '@crib/core/contract';
import { cellOf, type Cell } from '@crib/core/keyset';
import { grouped, type LedgerColumn } from '../../parts/ledger.ts';
import { useLookup } from '../../stores/lookup.ts';
import { usePlace } from '../../stores/place.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** A column is computed cell by cell as it comes into sight, each once. */
function remembered(cell: (command: Command) => Cell): (command: Command) => Cell {
  const known = new Map<number, Cell>();
  return (command) => {
    const found = known.get(command.id) ?? cell(command);
    known.set(command.id, found);
    return found;
  };
}

/** The rows and columns of a ledger, as the address asks for them: by name or press, by place, in groups. */
export function useLedger(columnIds: Ref<readonly number[]>) {
  const workspace = useWorkspace();
  const { kept, set, platform } = usePlace();
  const where = kept('where');
  const lookup = useLookup();
  const query = computed(() => lookup.name);
  const press = kept('press');
  const groupBy = kept('group', 'category');
  const selectedName = kept('row');

  const columns = computed<LedgerColumn[]>(() =>
    columnIds.value.flatMap((id): LedgerColumn[] => {
      const keyset = workspace.keyset(id);
      if (!keyset) return [];
      const effective = workspace.effectiveOf(id, platform.value);
      if (keyset.kind === 'shipped') {
        const sub = `shipped, ${keyset.bindings.length} shortcuts`;
        return [
          {
            id,
            title: workspace.catalogue!.release.label,
            sub,
            asBase: '',
            cell: remembered((command) => cellOf(command, effective)),
          },
        ];
      }
      const base = workspace.keyset(keyset.baseId)!;
      const below = workspace.effectiveOf(keyset.baseId, platform.value);
      const title = keyset.name;
      const asBase = base.kind === 'shipped' ? 'as shipped' : `as ${base.name}`;
      return [
        {
          id,
          title,
          sub: `${keyset.edits.length} edits`,
          asBase,
          cell: remembered((command) => cellOf(command, effective, below)),
        },
      ];
    }),
  );

  /** Commands that answer to the pressed keys in any column. */
  const pressed = computed(() => {
    const asked = press.value ? storedPress(press.value, US, platform.value) : null;
    if (!asked) return null;
    const found = columnIds.value.flatMap((id) => workspace.pressesOf(id, platform.value).answering(asked));
    return new Set(found.map(({ held }) => held.command));
  });

  const texts = computed(
    () =>
      new Map(
        (workspace.catalogue?.commands ?? []).map((one) => [
          one.id,
          `${one.label} ${one.otherNames.join(' ')} ${one.menu}`.toLowerCase(),
        ]),
      ),
  );
  const found = computed<Command[]>(() => {
    const words = query.value.toLowerCase().split(/\s+/).filter(Boolean);
    return (workspace.catalogue?.commands ?? []).filter(
      (command) =>
        (!pressed.value || pressed.value.has(command.id)) &&
        words.every((word) => texts.value.get(command.id)!.includes(word)),
    );
  });
  const shown = computed(() =>
    where.value ? found.value.filter((command) => String(command.home) === where.value) : found.value,
  );
  const rows = computed(() => {
    const { tree } = workspace;
    if (!tree) return [];
    if (groupBy.value === 'category') return grouped(shown.value, (command) => command.category);
    return grouped(
      shown.value,
      (command) => tree.path(command.home),
      tree.inOrder.map((context) => tree.path(context.id)),
    );
  });

  const selected = computed(
    () => workspace.catalogue?.commands.find((command) => command.name === selectedName.value) ?? null,
  );
  const select = (id: number) => set({ row: workspace.commands.get(id)?.name ?? '' }, true);
  const title = computed(
    () => `${workspace.app?.name ?? ''} ${workspace.catalogue?.release.label ?? ''} on ${platformName(platform.value)}`,
  );
  return {
    columns,
    found,
    shown,
    rows,
    groupBy,
    press,
    query,
    where,
    selected,
    select,
    title,
    clear: lookup.showAll,
  };
}
