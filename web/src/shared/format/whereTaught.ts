import type { Schemas } from '~/shared/http/client';

type Detail = Pick<Schemas['ClassDetail'], 'room' | 'places' | 'sessions'>;

/** When and where one teaches a class oneself, else anybody does: the rooms, and the sites to know. */
export function whereTaught({ room, places, sessions }: Detail): {
  sessions: Schemas['SessionModel'][];
  rooms: string;
  places: Schemas['PlaceModel'][];
} {
  const mine = sessions.filter((session) => session.mine);
  const own = mine.length > 0 ? mine : sessions;
  const rooms = [...new Set(own.map((session) => session.room ?? room))];
  const sites = new Set(own.map((session) => session.site));
  const there = places.filter((place) => sites.has(place.site));
  return { sessions: own, rooms: rooms.join(' or ') || room, places: there.length > 0 ? there : places };
}
