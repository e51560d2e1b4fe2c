import { StationPicture } from './StationPicture';
import type { Schemas } from '~/shared/http/client';
import { useMovements } from '~/shared/http/vocabulary';

/** Who stands where in a part whose people share the kit, from above. */
export function Stations({ stations }: { stations: Schemas['StationModel'][] }) {
  const movements = useMovements();
  const views = stations.map((one) => ({
    name: one.movements.map((id) => movements.get(id)?.name ?? id).join(', '),
    side: one.side === 'left' || one.side === 'right' ? one.side : '',
    kit: one.movements.flatMap((id) => movements.get(id)?.kit ?? []),
    people: one.people,
  }));
  return <StationPicture stations={views} />;
}
