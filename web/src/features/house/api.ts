import { useMutation, useQueryClient } from '@tanstack/react-query';

import { data, http, type Schemas } from '~/shared/http/client';
import { groupsOptions, roomsOptions, sitesOptions } from '~/shared/http/vocabulary';

export type Group = Schemas['GroupModel'];
export type GroupFields = Schemas['GroupFields'];
export type Site = Schemas['SiteModel'];
export type SiteFields = Schemas['SiteFields'];
export type Room = Schemas['RoomModel'];
export type StoredRoom = Schemas['StoredRoom'];

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

/** Keep a site, new or otherwise, or forget it. */
export function useSites() {
  const client = useQueryClient();
  const onSettled = () => client.invalidateQueries({ queryKey: sitesOptions.queryKey });
  const keep = useMutation({
    mutationFn: async ({ of, body }: { of: Site | null; body: SiteFields }) => {
      if (!of) return data(http.POST('/api/sites', { body }));
      const params = { path: { site_id: of.id } };
      return data(http.PUT('/api/sites/{site_id}', { params, body: { ...body, version: of.version } }));
    },
    onSettled,
  });
  const forget = useMutation({
    mutationFn: (id: number) => data(http.DELETE('/api/sites/{site_id}', { params: { path: { site_id: id } } })),
    onSettled: async () => {
      await onSettled();
      await client.invalidateQueries({ queryKey: roomsOptions.queryKey });
    },
  });
  return { keep, forget };
}

/** Keep a room with its kit, say at which site it stands, or forget it. */
export function useRooms() {
  const client = useQueryClient();
  const onSettled = () => client.invalidateQueries({ queryKey: roomsOptions.queryKey });
  const keep = useMutation({ mutationFn: (body: Room) => data(http.PUT('/api/rooms', { body })), onSettled });
  const forget = useMutation({
    mutationFn: (id: number) => data(http.DELETE('/api/rooms/{room_id}', { params: { path: { room_id: id } } })),
    onSettled,
  });
  const stand = useMutation({
    mutationFn: ({ room, site }: { room: number; site: number | null }) =>
      data(http.PUT('/api/rooms/{room_id}/site', { params: { path: { room_id: room } }, body: { site } })),
    onSettled,
  });
  return { keep, forget, stand };
}
