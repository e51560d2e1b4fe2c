import { useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http, type Schemas } from '~/shared/http/client';
import { groupsOptions, roomsOptions } from '~/shared/http/vocabulary';

export type Group = Schemas['GroupModel'];
export type GroupFields = Schemas['GroupFields'];
export type Room = Schemas['RoomModel'];

/** Keep a group, new or otherwise, or forget it. */
export function useGroups() {
  const client = useQueryClient();
  const onSettled = () => client.invalidateQueries({ queryKey: groupsOptions.queryKey });
  const keep = useMutation({
    mutationFn: async ({ of, body }: { of: Group | null; body: GroupFields }) => {
      if (!of) return data(http.POST('/api/groups', { body }));
      const params = { path: { group_id: of.id } };
      return data(http.PUT('/api/groups/{group_id}', { params, body: { ...body, version: of.version } }));
    },
    onSettled,
  });
  const forget = useMutation({
    mutationFn: (id: number) => data(http.DELETE('/api/groups/{group_id}', { params: { path: { group_id: id } } })),
    onSettled,
  });
  return { keep, forget };
}

/** Keep a room with its kit, or forget it. */
export function useRooms() {
  const client = useQueryClient();
  const onSettled = () => client.invalidateQueries({ queryKey: roomsOptions.queryKey });
  const keep = useMutation({ mutationFn: (body: Room) => data(http.PUT('/api/rooms', { body })), onSettled });
  const forget = useMutation({
    mutationFn: (id: number) => data(http.DELETE('/api/rooms/{room_id}', { params: { path: { room_id: id } } })),
    onSettled,
  });
  return { keep, forget };
}
