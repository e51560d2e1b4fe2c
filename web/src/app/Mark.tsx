import { chakra } from '@chakra-ui/react';

/** The mark: blocks of a limestone pavement with a frond in the cleft. */
export function Mark() {
  return (
    <chakra.svg viewBox="0 0 32 32" boxSize="6" aria-hidden="true">
      <chakra.path d="M3 6h10v9H3zM17 6h9l3 3v6H17zM3 19h10v8H3zM17 19h12v8H17z" fill="strong" />
      <chakra.path
        d="M15 4v24M15 22c-2-1-3-3-3-5M15 17c2-1 3-3 3-5"
        fill="none"
        stroke="action"
        strokeWidth="2"
        strokeLinecap="round"
      />
    </chakra.svg>
  );
}
