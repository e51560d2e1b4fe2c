import { Flex, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import type { NewSeries } from './api';
import { Cautions } from './Cautions';
import { ClassCautions } from './ClassCautions';
import { Members } from './Members';
import { MovementWishes } from './MovementWishes';
import { Pins } from './Pins';
import { wishesOf, withWishes } from './wishes';
import { catalogueOptions } from '~/shared/http/vocabulary';
import { Fold } from '~/shared/ui/Fold';

interface Props {
  draft: NewSeries;
  error?: string | undefined;
  onDraft: (draft: NewSeries) => void;
}

/** What the group must be spared, movements that should or must not come, and promised days. */
export function WishFields({ draft, error, onDraft }: Props) {
  const { data: catalogue } = useQuery(catalogueOptions);
  const wishes = wishesOf(draft);
  if (!catalogue) return null;
  const count =
    wishes.cautions.length +
    wishes.class_cautions.length +
    wishes.wanted.length +
    wishes.never.length +
    wishes.pins.length +
    wishes.members.length;
  const told = count ? `${count} ${count === 1 ? 'wish' : 'wishes'}` : 'nothing special';
  return (
    <Fold mb="3" needed={Boolean(error)} title={`This group and this series (${told})`}>
      {() => (
        <>
          <Flex gap="1" py="1" align="flex-start" wrap="wrap">
            <Text w="24" fontWeight="600">
              Spare them
            </Text>
            <Cautions
              label="Cautions"
              all={catalogue.cautions}
              chosen={wishes.cautions}
              onChosen={(cautions) => onDraft(withWishes(draft, { cautions }))}
            />
          </Flex>
          <Text fontSize="xs" color="soft">
            A caution keeps movements out of every class, warm-up and cool-down included. It takes no medical decision;
            whoever knows the person does.
          </Text>
          <ClassCautions draft={draft} all={catalogue.cautions} onDraft={onDraft} />
          <Members
            members={wishes.members}
            cautions={catalogue.cautions}
            onMembers={(members) => onDraft(withWishes(draft, { members }))}
          />
          <MovementWishes
            label="Wanted"
            ids={wishes.wanted}
            onIds={(wanted) => onDraft(withWishes(draft, { wanted }))}
          />
          <MovementWishes label="Never" ids={wishes.never} onIds={(never) => onDraft(withWishes(draft, { never }))} />
          <Pins draft={draft} catalogue={catalogue} onDraft={onDraft} />
          {error && <Text color="rowanInk">{error}</Text>}
        </>
      )}
    </Fold>
  );
}
