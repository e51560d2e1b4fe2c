import { Text, type TextProps } from '@chakra-ui/react';

import type { Schemas } from '~/shared/http/client';

interface Props extends TextProps {
  places: readonly Schemas['PlaceModel'][];
}

/** Where a class is, as one says it to an ambulance, and what must be found in a hurry. */
export function Places({ places, ...rest }: Props) {
  return places
    .filter((place) => place.address || place.in_emergency)
    .map((place) => (
      <Text key={place.site} {...rest}>
        <b>{[place.site, place.address].filter(Boolean).join(', ')}.</b> {place.in_emergency}
      </Text>
    ));
}
