import { Field, Input, NativeSelect } from '@chakra-ui/react';

import type { Schemas } from '~/shared/http/client';

interface NumberProps {
  label: string;
  value: number;
  min?: number;
  max?: number;
  error?: string | undefined;
  help?: string;
  width?: string;
  onChange: (value: number) => void;
}

export function NumberField({ label, value, min, max, error, help, width = '28', onChange }: NumberProps) {
  return (
    <Field.Root invalid={Boolean(error)} w={width}>
      <Field.Label>{label}</Field.Label>
      <Input
        type="number"
        size="sm"
        bg="panel"
        min={min}
        max={max}
        value={Number.isNaN(value) ? '' : value}
        onChange={(event) => onChange(event.target.valueAsNumber)}
      />
      {help && <Field.HelperText>{help}</Field.HelperText>}
      {error && <Field.ErrorText color="rowanInk">{error}</Field.ErrorText>}
    </Field.Root>
  );
}

interface FigureProps {
  label: string;
  figure: Schemas['RuleNumber'] | undefined;
  width?: string;
  onChange: (value: number) => void;
}

/** A figure of a rule, within the limits that the rule has. */
export function FigureField({ label, figure, width, onChange }: FigureProps) {
  if (!figure) return null;
  const { value, least, most } = figure;
  return (
    <NumberField
      label={label}
      value={value}
      min={least}
      max={most}
      {...(width ? { width } : {})}
      onChange={(next) => onChange(next || least)}
    />
  );
}

interface TextProps {
  label: string;
  type?: string;
  value: string;
  error?: string | undefined;
  help?: string;
  width?: string;
  onChange: (value: string) => void;
}

export function TextField({ label, type = 'text', value, error, help, width = 'full', onChange }: TextProps) {
  return (
    <Field.Root invalid={Boolean(error)} w={width}>
      <Field.Label>{label}</Field.Label>
      <Input type={type} size="sm" bg="panel" value={value} onChange={(event) => onChange(event.target.value)} />
      {help && <Field.HelperText>{help}</Field.HelperText>}
      {error && <Field.ErrorText color="rowanInk">{error}</Field.ErrorText>}
    </Field.Root>
  );
}

interface SelectProps {
  label: string;
  value: string;
  options: { value: string; name: string }[];
  hidden?: boolean;
  width?: string;
  onChange: (value: string) => void;
}

export function SelectField({ label, value, options, hidden, width = '40', onChange }: SelectProps) {
  return (
    <Field.Root w={width}>
      {!hidden && <Field.Label>{label}</Field.Label>}
      <NativeSelect.Root size="sm">
        <NativeSelect.Field
          bg="panel"
          aria-label={label}
          value={value}
          onChange={(event) => onChange(event.target.value)}
        >
          {options.map((option) => (
            <option key={option.value} value={option.value}>
              {option.name}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Field.Root>
  );
}
