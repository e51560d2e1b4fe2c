import { useQuery } from '@tanstack/react-query';

import { meOptions } from './api';

/** Whether the person who is signed in may change plans. */
export function useIsDirector(): boolean {
  const role = useQuery(meOptions).data?.role;
  return role === 'director' || role === 'owner';
}

/** Whether the person who is signed in lets people in and out. */
export function useIsOwner(): boolean {
  return useQuery(meOptions).data?.role === 'owner';
}
