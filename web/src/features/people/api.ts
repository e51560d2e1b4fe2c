import { queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http, type Schemas } from '~/shared/http/client';

export type Member = Schemas['MemberOfHouse'];
export type Role = Member['role'];

export const ROLES: readonly { value: Role; name: string; may: string }[] = [
  { value: 'owner', name: 'Owner', may: 'lets people in and out, and all that a director may' },
  { value: 'director', name: 'Director', may: 'plans series, changes classes, rooms, groups and movements' },
  { value: 'instructor', name: 'Instructor', may: 'reads everything, teaches, writes down what was done' },
  { value: 'viewer', name: 'Viewer', may: 'reads everything, changes nothing' },
];

export const membersOptions = queryOptions({
  queryKey: ['house', 'people'],
  queryFn: () => data(http.GET('/api/house/people')),
});

const pathOf = (id: number) => ({ params: { path: { person_id: id } } });

/** What an owner does with people; links are shown once, where they were made. */
export function usePeople() {
  const client = useQueryClient();
  const onSettled = () => {
    void client.invalidateQueries({ queryKey: membersOptions.queryKey });
    void client.invalidateQueries({ queryKey: ['people'] });
  };
  const invite = useMutation({
    mutationFn: (body: Schemas['Invitation']) => data(http.POST('/api/house/people', { body })),
    onSettled,
  });
  const link = useMutation({
    mutationFn: (person: Member) =>
      person.left
        ? data(http.POST('/api/house/people/{person_id}/return', pathOf(person.id)))
        : data(http.POST('/api/house/people/{person_id}/link', pathOf(person.id))),
    onSettled,
  });
  const role = useMutation({
    mutationFn: ({ person, role }: { person: Member; role: Role }) =>
      data(http.PUT('/api/house/people/{person_id}/role', { ...pathOf(person.id), body: { role } })),
    onSettled,
  });
  const works = useMutation({
    mutationFn: ({ person, sites }: { person: Member; sites: number[] }) =>
      data(http.PUT('/api/house/people/{person_id}/sites', { ...pathOf(person.id), body: { sites } })),
    onSettled,
  });
  const leave = useMutation({
    mutationFn: (person: Member) => data(http.POST('/api/house/people/{person_id}/leave', pathOf(person.id))),
    onSettled,
  });
  return { invite, link, role, works, leave };
}
