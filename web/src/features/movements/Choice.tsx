import { NativeSelect } from '@chakra-ui/react';

interface Props {
  label: string;
  value: string;
  options: { id: string; name: string }[];
  onChange: (value: string) => void;
}

/** A filter: its name while nothing is chosen, else what is chosen. */
export function Choice({ label, value, options, onChange }: Props) {
  return (
    <NativeSelect.Root size="sm" w="36">
      <NativeSelect.Field
        bg={value ? 'fernWash' : 'panel'}
        aria-label={label}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      >
        <option value="">{label}: any</option>
        {options.map((option) => (
          <option key={option.id} value={option.id}>
            {option.name}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
