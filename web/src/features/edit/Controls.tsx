import { chakra, Input } from '@chakra-ui/react';

/** How left and right share the bouts of a movement. */
export const SIDES = [
  ['two-bouts', 'left, then right'],
  ['split', 'half and half'],
  ['by-round', 'by round'],
  ['chain', 'all left, then all right'],
  ['left-only', 'left only'],
  ['right-only', 'right only'],
];
export const LEVELS = [
  ['main', 'as it is'],
  ['easier', 'easier'],
  ['harder', 'harder'],
];

/** A number of an item or a round; an empty one is left out. */
export function Amount({
  name,
  item,
  label,
  onValue,
}: {
  name: string;
  item: Record<string, unknown>;
  label: string;
  onValue: (value: number) => void;
}) {
  const value = item[name.replace(' ', '_')];
  return (
    <chakra.label display="flex" alignItems="center" gap="1">
      {name}
      <Input
        type="number"
        size="2xs"
        w="12"
        // Two figures would not fit beside the arrows; the arrow keys do the same.
        css={{ '&::-webkit-inner-spin-button': { display: 'none' } }}
        aria-label={`${name} of ${label}`}
        value={typeof value === 'number' ? value : ''}
        onChange={(event) => onValue(event.target.valueAsNumber)}
      />
    </chakra.label>
  );
}
