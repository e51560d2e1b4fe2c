import { Field, Flex, Input, NativeSelect } from '@chakra-ui/react';

import { words } from './filter';
import { toggled } from '~/shared/format/lists';
import type { Schemas } from '~/shared/http/client';
import { Toggle } from '~/shared/ui/Toggle';

interface Props {
  field: Schemas['FieldModel'];
  text: string;
  fault: string | undefined;
  fixed?: boolean;
  onText: (text: string) => void;
}

function partsOf(text: string): string[] {
  return text
    .split(';')
    .map((part) => part.trim())
    .filter(Boolean);
}

/** One field of a movement: a menu where there is one, buttons where several may be chosen, else a text. */
export function FormField({ field, text, fault, fixed = false, onText }: Props) {
  const chosen = partsOf(text);
  return (
    <Field.Root invalid={Boolean(fault)} readOnly={fixed}>
      <Field.Label fontSize="xs" display="inline-block" _firstLetter={{ textTransform: 'uppercase' }}>
        {field.meaning}
      </Field.Label>
      {field.many && (
        <Flex role="group" aria-label={field.meaning} gap="1" wrap="wrap">
          {field.choices.map((choice) => (
            <Toggle
              key={choice}
              on={chosen.includes(choice)}
              onToggle={() => onText(toggled(chosen, choice).join('; '))}
            >
              {words(choice)}
            </Toggle>
          ))}
        </Flex>
      )}
      {!field.many && field.choices.length > 0 && (
        <NativeSelect.Root size="xs">
          <NativeSelect.Field bg="panel" value={text} onChange={(event) => onText(event.target.value)}>
            <option value="">as usual</option>
            {field.choices.map((choice) => (
              <option key={choice} value={choice}>
                {words(choice)}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      )}
      {!field.choices.length && (
        <Input size="xs" bg="panel" value={text} onChange={(event) => onText(event.target.value)} />
      )}
      {fault && <Field.ErrorText color="rowanInk">{fault}</Field.ErrorText>}
    </Field.Root>
  );
}
