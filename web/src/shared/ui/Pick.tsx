import { NativeSelect } from '@chakra-ui/react';

/** One of a few values. */
export function Pick({
  label,
  width,
  value,
  options,
  onValue,
}: {
  label: string;
  width: string;
  value: string;
  options: string[][];
  onValue: (value: string) => void;
}) {
  return (
    <NativeSelect.Root size="xs" w={width}>
      <NativeSelect.Field aria-label={label} value={value} onChange={(event) => onValue(event.target.value)}>
        {options.map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
