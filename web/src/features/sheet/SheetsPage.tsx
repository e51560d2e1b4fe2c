import { Box, Button, Flex, NativeSelect, Text } from '@chakra-ui/react';
import { useQueries, useQuery } from '@tanstack/react-query';
import { ArrowLeft, Printer } from 'lucide-react';
import { Link as RouterLink, useParams, useSearchParams } from 'react-router';

import { Sheet } from './Sheet';
import { classOptions } from '~/features/bench';
import { boardOptions } from '~/features/board';
import type { Schemas } from '~/shared/http/client';
import { useVocabulary } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';
import { Toggle } from '~/shared/ui/Toggle';

/** The run sheets of a week, or of all that somebody teaches, one page a class, in one press. */
export function SheetsPage() {
  const id = Number(useParams().id);
  const [params, setParams] = useSearchParams();
  const board = useQuery(boardOptions(id));
  const words = useVocabulary();
  const error = board.error ?? words.error;
  if (!(board.data && words.ready) && error) return <Trouble error={error} />;
  if (!board.data || !words.ready) return <Waiting what="Writing the run sheets" />;
  const week = Number(params.get('week') ?? 0);
  const large = params.has('large');
  const teacher = params.get('teacher') ?? '';
  const classes = board.data.classes.filter(
    (entry) => (!week || entry.week === week - 1) && (!teacher || entry.teacher === teacher),
  );
  const put = (name: string, value: string) => {
    const next = new URLSearchParams(params);
    if (value) next.set(name, value);
    else next.delete(name);
    setParams(next, { replace: true });
  };
  const teachers = [...new Set(board.data.classes.map((entry) => entry.teacher).filter(Boolean))].sort();
  return (
    <Box maxW="200mm" mx="auto">
      <Flex className="no-print" gap="2" mb="3" wrap="wrap">
        <Button asChild size="sm" variant="outline">
          <RouterLink to={`/series/${id}`}>
            <ArrowLeft /> Back to the board
          </RouterLink>
        </Button>
        <Choice
          label="Week"
          value={week ? String(week) : ''}
          all="All weeks"
          options={Array.from({ length: board.data.weeks }, (_, own) => [String(own + 1), `Week ${own + 1}`])}
          onChoose={(value) => put('week', value)}
        />
        <Choice
          label="Instructor"
          value={teacher}
          all="All instructors"
          options={teachers.map((name) => [name, name])}
          onChoose={(value) => put('teacher', value)}
        />
        <Toggle size="sm" on={large} onToggle={() => put('large', large ? '' : '1')}>
          Large, for the wall
        </Toggle>
        <Button size="sm" bg="action" color="onAction" onClick={() => window.print()}>
          <Printer /> Print {classes.length}
        </Button>
      </Flex>
      {classes.length ? (
        <Sheets series={id} classes={classes} large={large} />
      ) : (
        <Text>No class is chosen by that.</Text>
      )}
    </Box>
  );
}

interface SheetsProps {
  series: number;
  classes: Schemas['BoardClass'][];
  large: boolean;
}

function Sheets({ series, classes, large }: SheetsProps) {
  const details = useQueries({ queries: classes.map((entry) => classOptions(series, entry.slot)) });
  const error = details.find((own) => own.error)?.error;
  if (error) return <Trouble error={error} />;
  return (
    <Flex direction="column" gap="6">
      {details.map((own, place) =>
        own.data ? (
          <Sheet key={own.data.slot} detail={own.data} large={large} />
        ) : (
          <Waiting key={place} what="Writing a run sheet" />
        ),
      )}
    </Flex>
  );
}

interface ChoiceProps {
  label: string;
  value: string;
  all: string;
  options: [value: string, name: string][];
  onChoose: (value: string) => void;
}

function Choice({ label, value, all, options, onChoose }: ChoiceProps) {
  return (
    <NativeSelect.Root size="sm" w="44">
      <NativeSelect.Field
        bg="panel"
        aria-label={label}
        value={value}
        onChange={(event) => onChoose(event.target.value)}
      >
        <option value="">{all}</option>
        {options.map(([own, name]) => (
          <option key={own} value={own}>
            {name}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
