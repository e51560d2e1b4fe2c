import { Button, chakra, Field, Flex, Input, Text } from '@chakra-ui/react';

import { highest, zoneOf, zonesWithin } from './pulse';
import { type Pulse, STRAPS } from './usePulse';

/** Connect a strap, and say whose pulse it is, so that its zone can be told. */
export function PulsePanel({ pulse }: { pulse: Pulse }) {
  const { who, by } = pulse;
  const field = (name: 'age' | 'resting', label: string) => (
    <Field.Root w="32">
      <Field.Label>{label}</Field.Label>
      <Input
        size="lg"
        type="number"
        inputMode="numeric"
        value={who[name] ?? ''}
        onChange={(event) => pulse.change({ ...who, [name]: event.target.value ? Number(event.target.value) : null })}
      />
    </Field.Root>
  );
  return (
    <chakra.details open={pulse.pulse !== null || undefined}>
      <chakra.summary fontWeight="600" fontSize="md" py="1" cursor="pointer">
        Pulse
      </chakra.summary>
      <Flex gap="3" wrap="wrap" align="flex-end" mt="1">
        {field('age', 'Age')}
        {field('resting', 'Resting pulse')}
        {pulse.pulse === null ? (
          pulse.kinds.map((kind) => (
            <Button key={kind} size="lg" variant="outline" onClick={() => pulse.wear(kind)}>
              {STRAPS[kind]}
            </Button>
          ))
        ) : (
          <Button size="lg" variant="outline" onClick={pulse.stop}>
            Take the strap off
          </Button>
        )}
      </Flex>
      {pulse.trouble && <Text role="alert">{pulse.trouble}</Text>}
      {by && (
        <Text color="soft" fontSize="sm" mt="1">
          {who.age === null
            ? 'Age and resting pulse give the zone.'
            : `Highest by age about ${Math.round(highest(who.age, by))}, give or take ${by.spread}: an estimate.`}{' '}
          Pills for the heart make zones worthless; the talk test holds for everybody.
        </Text>
      )}
    </chakra.details>
  );
}

/** The pulse of now with its zone, and what people can say in it. */
export function PulseNow({ pulse }: { pulse: Pulse }) {
  const { who, by } = pulse;
  if (pulse.pulse === null) return null;
  const told =
    by && who.age !== null && who.resting !== null ? ([pulse.pulse, who.age, who.resting, by] as const) : null;
  const zone = told && zoneOf(...told);
  const others = told && zone ? zonesWithin(...told).filter((name) => name !== zone.name) : [];
  return (
    <Text fontSize={{ base: 'xl', md: '2xl' }} mt="2" aria-label="Pulse now">
      <Text as="span" fontFamily="mono" fontWeight="700">
        {pulse.pulse}
      </Text>{' '}
      {zone ? `${zone.name}${others.length ? ` or ${others.join(' or ')}` : ''}: ${zone.talk}` : 'beats a minute'}
    </Text>
  );
}
