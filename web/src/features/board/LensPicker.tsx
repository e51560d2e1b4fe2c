import { Button, Flex } from '@chakra-ui/react';

import { LENSES } from './lens';
import { type View, ZOOMS } from './view';

interface Props {
  view: View;
  onView: (change: Partial<View>) => void;
}

/** One question at a time: what the colours and the first line of each block stand for; and how near. */
export function LensPicker({ view, onView }: Props) {
  return (
    <Flex wrap="wrap" my="2" gap="1">
      <Flex role="group" aria-label="Lens" wrap="wrap">
        {LENSES.map((entry) => (
          <Choice
            key={entry.id}
            on={entry.id === view.lens}
            onChoose={() => onView({ lens: entry.id, only: '', sought: entry.id === 'repeats' ? view.sought : null })}
          >
            {entry.name}
          </Choice>
        ))}
      </Flex>
      <Flex role="group" aria-label="How near" ml="auto">
        {ZOOMS.map((entry) => (
          <Choice
            key={entry.id}
            on={entry.id === view.zoom}
            onChoose={() => onView({ zoom: entry.id, week: entry.id === 'week' ? (view.week ?? 0) : view.week })}
          >
            {entry.name}
          </Choice>
        ))}
      </Flex>
    </Flex>
  );
}

interface ChoiceProps {
  on: boolean;
  onChoose: () => void;
  children: React.ReactNode;
}

function Choice({ on, onChoose, children }: ChoiceProps) {
  return (
    <Button
      size="xs"
      px="2"
      variant={on ? 'subtle' : 'ghost'}
      aria-pressed={on}
      borderBottom="2px solid"
      borderColor={on ? 'action' : 'transparent'}
      onClick={onChoose}
    >
      {children}
    </Button>
  );
}
