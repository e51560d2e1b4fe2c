import { Input } from '@chakra-ui/react';
import { useState } from 'react';

import { LIST_OF_MOVEMENTS } from './MovementNames';
import { idOf } from '~/shared/http/made';
import { useMovements } from '~/shared/http/vocabulary';

interface Props {
  label: string;
  placeholder: string;
  width: string;
  value: string;
  /** Whether it may stay empty. */
  empty?: boolean;
  /** The id of a movement, or what was typed where that is none yet. */
  onValue: (value: string) => void;
}

/** A movement by its name. What is a name already may go on: "Squat" is on the way to "Squat with upright row". */
export function MovementInput({ label, placeholder, width, value, empty = false, onValue }: Props) {
  const movements = useMovements();
  const [text, setText] = useState<string | null>(null);
  const movement = movements.get(value);
  const fine = Boolean(movement) || (empty && value === '');
  return (
    <Input
      size="xs"
      w={width}
      list={LIST_OF_MOVEMENTS}
      aria-label={label}
      placeholder={placeholder}
      aria-invalid={!fine}
      value={text ?? movement?.name ?? value}
      onChange={(event) => {
        setText(event.target.value);
        onValue(idOf(event.target.value, [...movements.values()]) ?? event.target.value);
      }}
      onBlur={() => fine && setText(null)}
    />
  );
}
