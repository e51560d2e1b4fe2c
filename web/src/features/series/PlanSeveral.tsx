import { Box, Button, Flex, Text } from '@chakra-ui/react';

import { type Series, usePlanSeveral } from './api';
import { Trouble } from '~/shared/ui/States';

interface Props {
  chosen: number[];
  list: Series[];
  onLeave: () => void;
}

/** The bar above the list while series are being chosen: plan them all, or leave it. */
export function PlanSeveral({ chosen, list, onLeave }: Props) {
  const plan = usePlanSeveral();
  const names = new Map(list.map((series) => [series.id, series.name]));
  const again = list.filter((series) => chosen.includes(series.id) && series.classes).length;
  const refused = plan.data?.filter((line) => line.run === null) ?? [];
  const start = () =>
    plan.mutate(chosen, {
      onSuccess: (lines) => {
        if (lines.every((line) => line.run !== null)) onLeave();
      },
    });
  return (
    <Box bg="sunken" p="3" mb="3">
      <Flex gap="2" align="center" wrap="wrap">
        <Text flex="1">
          Tick the series to plan; they take turns.{' '}
          {again > 0 && `${again} of them are planned anew: locked classes stay, and each can be undone on its board.`}
        </Text>
        <Button
          size="sm"
          bg="action"
          color="onAction"
          disabled={!chosen.length}
          loading={plan.isPending}
          onClick={start}
        >
          {chosen.length ? `Plan ${chosen.length} series` : 'Plan them'}
        </Button>
        <Button size="sm" variant="ghost" onClick={onLeave}>
          Leave it
        </Button>
      </Flex>
      {plan.error && <Trouble error={plan.error} />}
      {refused.map((line) => (
        <Text key={line.series} color="rowanInk">
          {names.get(line.series)}: {line.words}
        </Text>
      ))}
    </Box>
  );
}
