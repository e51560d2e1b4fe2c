import { Box, Text } from '@chakra-ui/react';
import { type KeyboardEvent, useEffect, useRef } from 'react';

import { AddPart } from './AddPart';
import { PartHead } from './PartHead';
import { PartRow } from './PartRow';
import { PasteClass } from './PasteClass';
import type { Desk, Place } from './useDesk';
import type { PartActs } from './usePartActs';

interface Props {
  desk: Desk;
  picked: Place;
  may: boolean;
  acts: PartActs;
  onPick: (place: Place) => void;
}

/** The parts of a class with their movements: one list to walk with the arrow keys, to pick and to reorder. */
export function PartList({ desk, picked, may, acts, onPick }: Props) {
  const list = useRef<HTMLDivElement>(null);
  const keys = useRowKeys(list, { desk, picked, may, acts, onPick });
  return (
    <Box>
      <Box ref={list} onKeyDown={keys} role="group" aria-label="Parts of the class">
        {desk.design.blocks.map((block, number) => {
          const at = desk.at.get(block.row)?.block;
          const told = at === undefined ? undefined : desk.detail.blocks[at];
          const items = block.items ?? [];
          const brief = block.purpose !== 'work';
          return (
            <Box
              key={String(block.row)}
              mb="2"
              role="group"
              aria-label={`Part ${number + 1}`}
              data-purpose={block.purpose}
            >
              <PartHead
                number={number}
                block={block}
                told={told}
                chosen={picked?.block === number && picked.place === null}
                entry={picked === null && number === 0}
                onPick={() => onPick({ block: number, place: null })}
              />
              <Box
                display={brief ? 'grid' : 'block'}
                gridTemplateColumns={{ base: '1fr', md: '1fr 1fr' }}
                columnGap="3"
              >
                {items.map((item, place) => (
                  <PartRow
                    key={String(item.row)}
                    at={`${number}.${place}`}
                    item={item}
                    told={told?.items[desk.at.get(item.row)?.place ?? -1]}
                    chosen={picked?.block === number && picked.place === place}
                    brief={brief}
                    onPick={() => onPick({ block: number, place })}
                  />
                ))}
              </Box>
              {items.length === 0 && desk.left.includes(`part ${number + 1}`) && (
                <Text fontSize="xs" color="lichenInk" px="2">
                  Nothing in it yet{may ? ': pick it and add movements' : ''}.
                </Text>
              )}
            </Box>
          );
        })}
      </Box>
      {desk.design.blocks.length === 0 && <Text color="soft">There is nothing in this class yet.</Text>}
      {may && (
        <>
          <AddPart onAdd={acts.addBlock} />
          <PasteClass onAdd={acts.addBlocks} />
        </>
      )}
    </Box>
  );
}

/** Arrows walk, with Alt they carry along, Delete takes out; the focus stays with what is picked. */
function useRowKeys(list: React.RefObject<HTMLDivElement | null>, { desk, picked, may, acts, onPick }: Props) {
  const follow = useRef(false);
  useEffect(() => {
    if (!follow.current || !picked) return;
    follow.current = false;
    list.current?.querySelector<HTMLElement>(`[data-row="${nameOf(picked)}"]`)?.focus();
  }, [list, picked]);
  return (event: KeyboardEvent) => {
    const rows = [...(list.current?.querySelectorAll<HTMLElement>('[data-row]') ?? [])];
    const here = rows.findIndex((row) => row === event.target);
    const place = placeOf(rows[here]?.dataset.row);
    if (!place) return;
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const change = may && !desk.stored.locked;
    if (by && event.altKey && change) {
      follow.current = true;
      if (place.place === null) acts.moveBlock(place.block, by);
      else acts.moveItem(place.block, place.place, by);
    } else if (by) {
      const next = placeOf(rows[here + by]?.dataset.row);
      if (next) {
        follow.current = true;
        onPick(next);
      }
    } else if (event.key === 'Delete' && change) {
      follow.current = true;
      if (place.place === null) acts.takeBlock(place.block);
      else acts.setItem(place.block, place.place, null);
    } else return;
    event.preventDefault();
  };
}

function nameOf(place: NonNullable<Place>): string {
  return place.place === null ? `${place.block}` : `${place.block}.${place.place}`;
}

function placeOf(name: string | undefined): Place {
  if (name === undefined) return null;
  const [block, place] = name.split('.').map(Number);
  return { block: block ?? 0, place: place ?? null };
}
