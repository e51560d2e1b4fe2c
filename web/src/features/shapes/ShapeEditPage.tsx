import { Box, Button, Flex, Heading, Link, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { Link as RouterLink, useNavigate, useParams, useSearchParams } from 'react-router';

import { shapeOfClassOptions, shapeOptions, trialOptions, useShapeWrites } from './api';
import { emptyShape, keepShape, keptShape, newPart, type ShapeDocument, shapeFrom, toSend } from './document';
import { EditPart } from './EditPart';
import { ShapeStrip } from './ShapeStrip';
import { TriedAgainst } from './TriedAgainst';
import { WhomFor } from './WhomFor';
import { moved, replaced } from '~/shared/format/lists';
import type { Schemas } from '~/shared/http/client';
import { Problem } from '~/shared/http/problem';
import { catalogueOptions, formatsOptions } from '~/shared/http/vocabulary';
import { TextField } from '~/shared/ui/Fields';
import { Asking } from '~/shared/ui/Asking';
import { Trouble, Waiting } from '~/shared/ui/States';

/** A shape of one's own: a new one, a copy of another, one made of a class, or one that is kept already. */
export function ShapeEditPage() {
  const id = useParams().shape ?? '';
  const [search] = useSearchParams();
  const copied = id ? '' : (search.get('copy') ?? '');
  const [series, slot] = [Number(search.get('series') ?? 0), Number(search.get('slot') ?? 0)];
  const source = useQuery(shapeOptions(id || copied));
  const made = useQuery(shapeOfClassOptions(id ? 0 : series, slot));
  const forms = useQuery(formatsOptions);
  const catalogue = useQuery(catalogueOptions);
  const waits = [source, made].filter((query) => query.isLoading).length > 0;
  const error = source.error ?? made.error ?? forms.error ?? catalogue.error;
  if (error) return <Trouble error={error} onRetry={() => void source.refetch()} />;
  if (waits || !forms.data || !catalogue.data) return <Waiting what="Opening the shape" />;
  const address = id || `new-${copied}-${series}-${slot}`;
  return (
    <ShapeEditor
      key={address}
      address={address}
      id={id}
      version={id ? (source.data?.version ?? 0) : 0}
      begun={begunFrom(id, source.data?.document, made.data)}
      forms={forms.data}
      focuses={catalogue.data.focuses}
    />
  );
}

function begunFrom(id: string, source?: Record<string, unknown>, made?: Record<string, unknown>): ShapeDocument {
  if (made) return shapeFrom(made);
  if (!source) return emptyShape();
  const shape = shapeFrom(source);
  return id ? shape : { ...shape, name: `${shape.name} (ours)` };
}

interface Props {
  address: string;
  id: string;
  version: number;
  begun: ShapeDocument;
  forms: Schemas['FormatModel'][];
  focuses: Schemas['Catalogue']['focuses'];
}

function ShapeEditor({ address, id, version, begun, forms, focuses }: Props) {
  const [shape, setShape] = useState(() => keptShape(address) ?? begun);
  const [tried, setTried] = useState({ minutes: middle(begun), level: begun.levels.at(-1) ?? 2 });
  const [sure, setSure] = useState(false);
  const navigate = useNavigate();
  const leave = () => {
    keepShape(address, null);
    void navigate('/shapes');
  };
  const { keep, forget } = useShapeWrites(id, version, leave);
  const failed = keep.error ?? forget.error;
  const sent = useDeferredValue(toSend(shape));
  const named = sent.name ? sent : { ...sent, name: 'draft' };
  const trial = useQuery(trialOptions(named, tried.minutes, tried.level));
  const put = (change: Partial<ShapeDocument>) => {
    const next = { ...shape, ...change };
    setShape(next);
    keepShape(address, next);
  };
  const fields = keep.error instanceof Problem ? keep.error.fields : {};
  return (
    <Box maxW="5xl" mx="auto">
      <Heading as="h1" size="xl" mb="2">
        {id ? `Change ${begun.name}` : 'A shape of our own'}
      </Heading>
      <Flex gap="4" wrap="wrap" mb="2">
        <TextField
          label="Name"
          width="72"
          value={shape.name}
          error={fields.name}
          onChange={(name) => put({ name: name.slice(0, 120) })}
        />
        <TextField
          label="One sentence"
          width="lg"
          value={shape.sentence}
          onChange={(sentence) => put({ sentence: sentence.slice(0, 200) })}
        />
      </Flex>
      <WhomFor shape={shape} focuses={focuses} onShape={put} />
      <Box position="sticky" top="0" bg="page" zIndex="1" py="2">
        <TriedAgainst {...tried} onTried={setTried} />
        {trial.error ? (
          <Text role="alert" color="rowanInk">
            {[trial.error.message, trial.error instanceof Problem ? trial.error.detail : ''].filter(Boolean).join(' ')}
          </Text>
        ) : (
          trial.data && (
            <Box role="status">
              <Text fontSize="sm">{trial.data.parts.length > 0 && trial.data.fits}</Text>
              <ShapeStrip shape={trial.data} />
            </Box>
          )
        )}
      </Box>
      {shape.parts.map((part, place) => (
        <EditPart
          key={part.row ?? place}
          number={place + 1}
          part={part}
          forms={forms}
          first={place === 0}
          last={place === shape.parts.length - 1}
          onPart={(next) => put({ parts: replaced(shape.parts, place, next) })}
          onMove={(by) => put({ parts: moved(shape.parts, place, by) })}
        />
      ))}
      <Flex gap="2" mb="4" wrap="wrap">
        <Button
          size="sm"
          variant="outline"
          disabled={shape.parts.length >= 7}
          onClick={() => put({ parts: [...shape.parts, newPart()] })}
        >
          Add a part
        </Button>
        <Button
          size="sm"
          bg="action"
          color="onAction"
          disabled={!shape.name.trim()}
          loading={keep.isPending}
          onClick={() => keep.mutate(toSend(shape))}
        >
          Keep this shape
        </Button>
        <Button size="sm" variant="ghost" onClick={leave}>
          Leave it
        </Button>
        {id && (
          <Button ml="auto" size="sm" variant="outline" onClick={() => setSure(true)}>
            Remove this shape
          </Button>
        )}
      </Flex>
      {!shape.name.trim() && <Text color="soft">Give it a name first.</Text>}
      {failed && <Trouble error={failed} />}
      <Text fontSize="sm" color="soft">
        Series keep the shapes that they were set up with; what is changed here holds for set-ups to come. All shapes:{' '}
        <Link asChild textDecoration="underline">
          <RouterLink to="/shapes">the list</RouterLink>
        </Link>
        .
      </Text>
      {sure && (
        <Asking title={`Remove ${begun.name}?`} onLeave={() => setSure(false)}>
          <Text>Series that use it keep it. It is offered no longer.</Text>
          <Button size="sm" onClick={() => forget.mutate()} loading={forget.isPending}>
            Remove it
          </Button>
        </Asking>
      )}
    </Box>
  );
}

/** The minutes in the middle of what a shape is for, at a step of five. */
function middle({ minutes: [low = 30, high = 60] }: ShapeDocument): number {
  return Math.min(75, Math.round((low + high) / 10) * 5);
}
