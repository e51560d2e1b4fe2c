import { Box, chakra, type HTMLChakraProps } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';

interface Props extends Omit<HTMLChakraProps<'details'>, 'title' | 'children' | 'open'> {
  title: string;
  /** Open from the start, and whenever something in it must be seen. */
  needed?: boolean;
  children: () => ReactNode;
}

/** A part of a page that opens on demand; what is folded away is not drawn, so that typing stays quick. */
export function Fold({ title, needed = false, children, ...rest }: Props) {
  const [open, setOpen] = useState(needed);
  const shown = open || needed;
  return (
    <chakra.details {...rest} open={shown} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <Box as="summary" cursor="pointer" fontWeight="600">
        {title}
      </Box>
      {shown && children()}
    </chakra.details>
  );
}
