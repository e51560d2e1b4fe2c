import { Box, Flex, IconButton, Text } from '@chakra-ui/react';
import { ArrowUp } from 'lucide-react';

const WORDS: Record<string, string> = {
  breathers: 'Breathers down to 20 s',
  rests: 'Shorter rests',
  'warm-up': 'A shorter warm-up',
  burst: 'The last burst',
  rounds: 'A round less',
  movements: 'A movement less, off the focus first',
};
const USUAL = Object.keys(WORDS);
const KEPT = 'grike-cut-order';

/** The order that was kept on this machine, or the usual one. */
export function keptOrder(): string[] {
  const kept = (localStorage.getItem(KEPT) ?? '').split(',').filter((name) => name in WORDS);
  return kept.length === USUAL.length ? kept : USUAL;
}

interface Props {
  order: string[];
  onOrder: (order: string[]) => void;
}

/** What goes first when a class runs late; what is moved up is kept on this machine. */
export function CutOrder({ order, onOrder }: Props) {
  const up = (place: number) => {
    const next = [...order];
    next.splice(place - 1, 2, order[place] ?? '', order[place - 1] ?? '');
    localStorage.setItem(KEPT, next.join(','));
    onOrder(next);
  };
  return (
    <Box as="details" fontSize="xs" mt="1">
      <Box as="summary" cursor="pointer">
        What goes first: {WORDS[order[0] ?? '']?.toLowerCase()}
      </Box>
      <Box as="ol" listStyleType="none">
        {order.map((name, place) => (
          <Flex as="li" key={name} align="center" gap="1">
            <Text flex="1">
              {place + 1}. {WORDS[name]}
            </Text>
            {place > 0 && (
              <IconButton size="2xs" variant="ghost" aria-label={`Earlier: ${WORDS[name]}`} onClick={() => up(place)}>
                <ArrowUp />
              </IconButton>
            )}
          </Flex>
        ))}
      </Box>
    </Box>
  );
}
