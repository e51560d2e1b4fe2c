import { useQuery } from '@tanstack/react-query';

import { meOptions } from './api';

/** Whether the person who is signed in may change things. */
export function useIsDirector(): boolean {
  return useQuery(meOptions).data?.role === 'director';
}
