import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http } from '~/shared/http/client';

export function fieldsOptions(id: string) {
  return queryOptions({
    queryKey: ['movements', id, 'fields'],
    queryFn: () => data(http.GET('/api/movements/{movement_id}/fields', { params: { path: { movement_id: id } } })),
    gcTime: 0,
  });
}

export function usesOptions(id: string) {
  return queryOptions({
    queryKey: ['movements', id, 'uses'],
    queryFn: () => data(http.GET('/api/movements/{movement_id}/uses', { params: { path: { movement_id: id } } })),
  });
}

/** The writes of the library; all pages that show movements look again. */
export function useMovementWrites() {
  const client = useQueryClient();
  const onSuccess = async () => {
    await client.invalidateQueries({ queryKey: ['movements'] });
    await client.invalidateQueries({ queryKey: ['series'] });
  };
  const save = useMutation({
    mutationFn: ({ id, version, fields }: { id: string | null; version: number; fields: Record<string, string> }) =>
      id === null
        ? data(http.POST('/api/movements', { body: { fields } }))
        : data(
            http.PUT('/api/movements/{movement_id}', {
              params: { path: { movement_id: id } },
              body: { version, fields },
            }),
          ),
    onSuccess,
  });
  const retire = useMutation({
    mutationFn: ({ id, version, retired }: { id: string; version: number; retired: boolean }) =>
      data(
        http.POST('/api/movements/{movement_id}/retire', {
          params: { path: { movement_id: id } },
          body: { version, retired },
        }),
      ),
    onSuccess,
  });
  const bring = useMutation({
    mutationFn: (text: string) =>
      data(
        http.PUT('/api/movements/table', {
          body: text,
          bodySerializer: (body: string) => body,
          headers: { 'Content-Type': 'text/csv' },
        }),
      ),
    onSuccess,
  });
  return { save, retire, bring };
}

/** What a text finds on the server: nothing is asked for less than three characters. */
export function searchOptions(text: string) {
  return queryOptions({
    queryKey: ['movement-search', text],
    queryFn: () => data(http.GET('/api/movements/search', { params: { query: { text } } })),
    enabled: text.trim().length > 2,
    staleTime: 60_000,
  });
}
