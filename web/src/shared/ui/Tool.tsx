import { IconButton } from '@chakra-ui/react';

interface Props {
  label: string;
  icon: React.ReactNode;
  disabled?: boolean;
  onClick: () => void;
}

/** A small button that shows only a picture; its words are read and shown on top of it. */
export function Tool({ label, icon, disabled = false, onClick }: Props) {
  return (
    <IconButton size="xs" variant="ghost" aria-label={label} title={label} disabled={disabled} onClick={onClick}>
      {icon}
    </IconButton>
  );
}
