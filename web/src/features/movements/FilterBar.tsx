import { Button, Flex, Input } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { NOTHING, words, type Filter } from './filter';
import { Choice } from './Choice';
import type { Schemas } from '~/shared/http/client';
import { catalogueOptions } from '~/shared/http/vocabulary';

interface Props {
  filter: Filter;
  movements: Schemas['MovementModel'][];
  onFilter: (filter: Filter) => void;
}

const JOINTS = ['knee', 'wrist', 'shoulder', 'low-back', 'neck'];

export function FilterBar({ filter, movements, onFilter }: Props) {
  const { data: catalogue } = useQuery(catalogueOptions);
  const put = (part: Partial<Filter>) => onFilter({ ...filter, ...part });
  const own = (values: string[]) => [...new Set(values)].map((id) => ({ id, name: words(id) }));
  return (
    <Flex gap="2" wrap="wrap" role="search">
      <Input
        size="sm"
        w="48"
        bg="panel"
        type="search"
        placeholder="Name, pattern, muscle"
        aria-label="Find by name, pattern or muscle"
        value={filter.text}
        onChange={(event) => put({ text: event.target.value })}
      />
      <Choice
        label="Family"
        value={filter.family}
        options={own(movements.map((m) => m.family))}
        onChange={(family) => put({ family })}
      />
      <Choice
        label="Pattern"
        value={filter.pattern}
        options={catalogue?.patterns ?? []}
        onChange={(pattern) => put({ pattern })}
      />
      <Choice label="Tier" value={filter.tier} options={catalogue?.tiers ?? []} onChange={(tier) => put({ tier })} />
      <Choice
        label="Muscle"
        value={filter.muscle}
        options={catalogue?.muscles ?? []}
        onChange={(muscle) => put({ muscle })}
      />
      <Choice
        label="Kit"
        value={filter.kit}
        options={[{ id: 'none', name: 'No kit' }, ...(catalogue?.kit ?? [])]}
        onChange={(kit) => put({ kit })}
      />
      <Choice
        label="Position"
        value={filter.position}
        options={own(movements.map((m) => m.position))}
        onChange={(position) => put({ position })}
      />
      <Choice
        label="Spares"
        value={filter.joint}
        options={JOINTS.map((id) => ({ id, name: `Spares the ${id.replace('-', ' ')}` }))}
        onChange={(joint) => put({ joint })}
      />
      <Choice
        label="Role"
        value={filter.role}
        options={own(['work', 'warm-up', 'cool-down'])}
        onChange={(role) => put({ role })}
      />
      {filter !== NOTHING && (
        <Button size="sm" variant="ghost" onClick={() => onFilter(NOTHING)}>
          Show all
        </Button>
      )}
    </Flex>
  );
}
