import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http, type Schemas } from '~/shared/http/client';
import { lookAnew } from '~/shared/http/settled';

export const peopleOptions = queryOptions({
  queryKey: ['people'],
  queryFn: () => data(http.GET('/api/people')),
});

export function roomsForClassOptions(series: number, slot: number) {
  return queryOptions({
    queryKey: ['series', series, 'rooms', slot],
    queryFn: () =>
      data(http.GET('/api/series/{series_id}/classes/{slot}/rooms', { params: { path: { series_id: series, slot } } })),
  });
}

export function doneOptions(series: number) {
  return queryOptions({
    queryKey: ['series', series, 'done'],
    queryFn: () => data(http.GET('/api/series/{series_id}/done', { params: { path: { series_id: series } } })),
  });
}

export function doneByOptions(series: number) {
  return queryOptions({
    queryKey: ['series', series, 'done-by'],
    queryFn: () => data(http.GET('/api/series/{series_id}/done-by', { params: { path: { series_id: series } } })),
  });
}

/** How the group of a series went in each of its seasons. */
export function seasonsOptions(series: number) {
  return queryOptions({
    queryKey: ['series', series, 'done-by-season'],
    queryFn: () =>
      data(http.GET('/api/series/{series_id}/done-by-season', { params: { path: { series_id: series } } })),
  });
}

/** What the classes to come should take up, by what was done. */
export function followingOptions(series: number) {
  return queryOptions({
    queryKey: ['series', series, 'following'],
    queryFn: () => data(http.GET('/api/series/{series_id}/following', { params: { path: { series_id: series } } })),
  });
}

/** Take what is proposed, or leave the plan as it is. */
export function useAnswers(series: number) {
  const client = useQueryClient();
  const params = { path: { series_id: series } };
  const onSettled = lookAnew(client, ['series', series]);
  const take = useMutation({
    mutationFn: (body: Schemas['AnswerRequest']) =>
      data(http.POST('/api/series/{series_id}/following/take', { params, body })),
    onSettled,
  });
  const leave = useMutation({
    mutationFn: (body: Schemas['AnswerRequest']) =>
      data(http.POST('/api/series/{series_id}/following/leave', { params, body })),
    onSettled,
  });
  return { take, leave };
}

export function paceOptions(series: number, instructor: number | null) {
  return queryOptions({
    queryKey: ['series', series, 'pace', instructor],
    queryFn: () =>
      data(
        http.GET('/api/series/{series_id}/pace', {
          params: { path: { series_id: series }, query: instructor ? { instructor } : {} },
        }),
      ),
  });
}

/** Add a session of a class, or take one out. */
export function useSessionWrites(series: number, slot: number) {
  const client = useQueryClient();
  const onSettled = lookAnew(client, ['series', series]);
  const add = useMutation({
    mutationFn: (body: Schemas['NewSession']) =>
      data(
        http.POST('/api/series/{series_id}/classes/{slot}/sessions', {
          params: { path: { series_id: series, slot } },
          body,
        }),
      ),
    onSettled,
  });
  const remove = useMutation({
    mutationFn: (session: number) =>
      data(http.DELETE('/api/sessions/{session_id}', { params: { path: { session_id: session } } })),
    onSettled,
  });
  return { add, remove };
}
