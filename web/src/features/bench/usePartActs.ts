import type { Desk, Place } from './useDesk';
import { type Block, type Item, newRow } from '~/features/edit';
import { moved, replaced } from '~/shared/format/lists';

/** What can be done with the rows of a class on the desk; what is picked goes along. */
export function usePartActs(desk: Desk, picked: Place, onPick: (place: Place) => void) {
  const { design } = desk;
  const setBlocks = (blocks: Block[]) => desk.set({ ...design, blocks });
  const setBlock = (number: number, block: Block | null) => setBlocks(replaced(design.blocks, number, block));
  const itemsOf = (number: number) => design.blocks[number]?.items ?? [];
  const setItems = (number: number, items: Item[]) => {
    const block = design.blocks[number];
    if (block) setBlock(number, { ...block, items });
  };
  const setItem = (number: number, place: number, item: Item | null) => {
    setItems(number, replaced(itemsOf(number), place, item));
    if (item) return;
    const last = itemsOf(number).length - 2;
    onPick({ block: number, place: last < 0 ? null : Math.min(place, last) });
  };
  const addItem = (number: number, item: Item) => setItems(number, [...itemsOf(number), { ...item, row: newRow() }]);
  const addBlock = (block: Block) => {
    setBlocks([...design.blocks, { ...block, row: newRow() }]);
    onPick({ block: design.blocks.length, place: null });
  };
  const addBlocks = (blocks: Block[]) => {
    setBlocks([...design.blocks, ...blocks]);
    onPick({ block: design.blocks.length, place: null });
  };
  const takeBlock = (number: number) => {
    setBlock(number, null);
    const last = design.blocks.length - 2;
    onPick(last < 0 ? null : { block: Math.min(number, last), place: null });
  };
  const moveBlock = (number: number, by: number) => {
    const to = number + by;
    if (to < 0 || to >= design.blocks.length) return;
    setBlocks(moved(design.blocks, number, by));
    onPick({ block: to, place: picked?.block === number ? picked.place : null });
  };
  /** Within its part; beyond its ends to the part before or after. */
  const moveItem = (number: number, place: number, by: number) => {
    const [items, to] = [itemsOf(number), place + by];
    const item = items[place];
    if (!item) return;
    if (to >= 0 && to < items.length) {
      setItems(number, moved(items, place, by));
      return onPick({ block: number, place: to });
    }
    const other = design.blocks.findIndex((own, at) => (at - number) * by > 0 && own.items);
    const next = by > 0 ? other : lastWithItems(design.blocks, number);
    if (next < 0) return;
    const theirs = itemsOf(next);
    const [from, into] = [replaced(items, place, null), by > 0 ? [item, ...theirs] : [...theirs, item]];
    setBlocks(
      design.blocks.map((block, at) =>
        at === number ? { ...block, items: from } : at === next ? { ...block, items: into } : block,
      ),
    );
    onPick({ block: next, place: by > 0 ? 0 : theirs.length });
  };
  return { setBlock, setItem, addItem, addBlock, addBlocks, takeBlock, moveBlock, moveItem };
}

export type PartActs = ReturnType<typeof usePartActs>;

function lastWithItems(blocks: Block[], before: number): number {
  return blocks.findLastIndex((own, at) => at < before && own.items);
}
