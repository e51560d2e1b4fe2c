/** The levels of groups and movements. */
export const LEVELS = [
  { value: '1', name: 'Beginners' },
  { value: '2', name: 'Intermediate' },
  { value: '3', name: 'Advanced' },
];
