import { namesOf } from '~/shared/http/made';
import { useMovements } from '~/shared/http/vocabulary';

export const LIST_OF_MOVEMENTS = 'movement-names';

/** The names that a movement's field offers while one types. */
export function MovementNames() {
  const movements = useMovements();
  return (
    <datalist id={LIST_OF_MOVEMENTS}>
      {[...movements.values()]
        .filter((movement) => !movement.retired)
        .flatMap((movement) => namesOf(movement).map(([name]) => name))
        .map((name) => (
          <option key={name} value={name} />
        ))}
    </datalist>
  );
}
