import { chakra, Flex, Input, NativeSelect } from '@chakra-ui/react';

import { type FormatValues, withValue } from '~/shared/format/formats';
import type { Schemas } from '~/shared/http/client';

interface Props {
  form: Schemas['FormatModel'];
  values: FormatValues;
  onValues: (values: FormatValues) => void;
}

/** The parameters of a format; one that may be left out is left out when it is empty. */
export function Parameters({ form, values, onValues }: Props) {
  return (
    <Flex wrap="wrap" gap="3" mb="2">
      {form.parameters.map((parameter) => (
        <chakra.label key={parameter.name} fontSize="xs" display="flex" alignItems="center" gap="1">
          {parameter.words}
          <Control
            parameter={parameter}
            value={values[parameter.name]}
            onValue={(value) => onValues(withValue(values, parameter.name, value))}
          />
        </chakra.label>
      ))}
    </Flex>
  );
}

interface ControlProps {
  parameter: Schemas['ParameterModel'];
  value: unknown;
  onValue: (value: unknown) => void;
}

function Control({ parameter, value, onValue }: ControlProps) {
  if (parameter.kind === 'flag') {
    return <input type="checkbox" checked={value === true} onChange={(event) => onValue(event.target.checked)} />;
  }
  if (parameter.kind === 'choice') {
    return (
      <NativeSelect.Root size="xs" w="32">
        <NativeSelect.Field
          value={String(value ?? parameter.start ?? '')}
          onChange={(event) => onValue(event.target.value)}
        >
          {parameter.choices.map((choice) => (
            <option key={choice} value={choice}>
              {choice}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    );
  }
  if (parameter.kind === 'list') {
    const text = Array.isArray(value) ? value.join('-') : '';
    return (
      <Input
        key={text}
        size="2xs"
        w="28"
        defaultValue={text}
        onBlur={(event) => onValue(numbersOf(event.target.value))}
      />
    );
  }
  if (parameter.kind === 'text') {
    return (
      <Input
        size="2xs"
        w="48"
        value={typeof value === 'string' ? value : ''}
        onChange={(event) => onValue(event.target.value)}
      />
    );
  }
  return (
    <Input
      type="number"
      size="2xs"
      w="16"
      step="any"
      value={typeof value === 'number' ? value : ''}
      onChange={(event) => onValue(event.target.valueAsNumber)}
    />
  );
}

/** The whole numbers in a text such as 10-8-6. */
export function numbersOf(text: string): number[] {
  return (text.match(/\d+/g) ?? []).map(Number);
}
