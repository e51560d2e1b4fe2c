import { Button, type ButtonProps } from '@chakra-ui/react';

interface Props extends Omit<ButtonProps, 'onToggle'> {
  on: boolean;
  onToggle: () => void;
}

/** A button that stays pressed while what it names is chosen. */
export function Toggle({ on, onToggle, ...rest }: Props) {
  return (
    <Button
      size="2xs"
      variant={on ? 'solid' : 'outline'}
      bg={on ? 'action' : 'panel'}
      color={on ? 'onAction' : 'ink'}
      aria-pressed={on}
      onClick={onToggle}
      {...rest}
    />
  );
}
