import { Button, Flex, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import type { NewSeries } from './api';
import { catalogueOptions } from '~/shared/http/vocabulary';
import { toggled } from '~/shared/format/lists';
import { Toggle } from '~/shared/ui/Toggle';
import { Fold } from '~/shared/ui/Fold';

interface Props {
  draft: NewSeries;
  error?: string | undefined;
  onDraft: (draft: NewSeries) => void;
}

/** The formats that the planner rotates; none chosen means all that suit the level. */
export function FormatMenu({ draft, error, onDraft }: Props) {
  const { data: catalogue } = useQuery(catalogueOptions);
  if (!catalogue) return null;
  const chosen = draft.formats ?? [];
  // Classes in shapes have the formats of their parts, so whoever chooses formats leaves the shapes.
  const toggle = (id: string) =>
    onDraft({ ...draft, formats: toggled(chosen, id), shapes: [], shape_days: {}, kept_days: [] });
  const usual = draft.shapes?.length ? 'those of the shapes' : 'all that suit the level';
  return (
    <Fold mb="3" needed={Boolean(error)} title={`Formats (${chosen.length ? `${chosen.length} chosen` : usual})`}>
      {() => (
        <>
          <Text color="soft" mb="1">
            Choose those that you want to rotate. Four or more leave enough for days in a row to differ, with strength
            and endurance in every week. A last burst ends a class of another format. Each class has one format then,
            and no shape.
          </Text>
          <Flex gap="1" wrap="wrap" role="group" aria-label="Formats">
            {catalogue.formats
              .filter((format) => [...catalogue.planned_formats, ...catalogue.endings].includes(format.id))
              .map((format) => (
                <Toggle key={format.id} size="xs" on={chosen.includes(format.id)} onToggle={() => toggle(format.id)}>
                  {format.name}
                </Toggle>
              ))}
            {chosen.length > 0 && (
              <Button size="xs" variant="ghost" onClick={() => onDraft({ ...draft, formats: [] })}>
                All of them
              </Button>
            )}
          </Flex>
          {error && <Text color="rowanInk">{error}</Text>}
        </>
      )}
    </Fold>
  );
}
