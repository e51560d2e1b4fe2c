import { Lock } from 'lucide-react';
import { memo } from 'react';
import { Link } from 'react-router';

import css from './ClassBlock.module.css';
import { headline, type Lens, tintOf, underline } from './lens';
import type { Sought } from './repeats';
import { partName, type Seen } from './seen';
import type { Schemas } from '~/shared/http/client';
import { clock, figure, shortDate } from '~/shared/format/time';
import { colour } from '~/shared/ui/colour';
import { KitIcons } from '~/shared/ui/KitIcon';

type BoardClass = Schemas['BoardClass'];
interface Props {
  series: number;
  entry: BoardClass;
  lens: Lens;
  seen: Seen;
  sought: Sought | null;
  /** Whether the parts and movements of the class are shown as well. */
  full: boolean;
  /** Whether the legend leaves it aside. */
  dim: boolean;
}

/** One class on the board: a block with a cut corner. */
export const ClassBlock = memo(function ClassBlock({ series, entry, lens, seen, sought, full, dim }: Props) {
  const tint = tintOf(entry, lens, seen, sought);
  const over = entry.seconds > entry.slot_seconds;
  const second = underline(entry, lens, seen, sought);
  const wash = colour(tint.wash);
  return (
    <Link
      to={`/series/${series}/classes/${entry.slot}`}
      data-slot={entry.slot}
      draggable={false}
      className={dim ? `${css.block} ${css.dim}` : css.block}
      style={{
        background: tint.strength === undefined ? wash : `color-mix(in srgb, ${wash} ${tint.strength}%, transparent)`,
        borderColor: colour(tint.ink),
      }}
    >
      <span className={css.top}>
        <span className={css.letter} style={{ color: colour(tint.ink) }} aria-hidden="true">
          {tint.letter}
        </span>
        <span className={`${css.headline} ${css.cut}`}>{headline(entry, lens, seen, sought)}</span>
        {entry.locked && (
          <span className={css.locked}>
            <Lock size={13} aria-label="locked" />
          </span>
        )}
      </span>
      <p className={`${css.small} ${css.cut}`} title={second}>
        {second}
      </p>
      <span className={`${css.small} ${css.line}`}>
        <KitIcons kit={entry.kit} />
        <span className={css.cut}>{lens === 'format' ? seen.name(entry.focus) : entry.look}</span>
        <span
          className={over ? `${css.minutes} ${css.over}` : css.minutes}
          aria-label={`${clock(entry.seconds)} minutes on ${shortDate(entry.date)}`}
        >
          {clock(entry.seconds)}
        </span>
      </span>
      {full ? (
        <Parts entry={entry} seen={seen} />
      ) : (
        <p className={`${css.small} ${css.cut} ${css.soft}`}>
          {entry.movements.length} movements, {figure(entry.sets)} sets
        </p>
      )}
    </Link>
  );
});

/** The strip of a class, as long as each of its parts works, and the movements of each part. */
export function Parts({ entry, seen }: { entry: BoardClass; seen: Seen }) {
  return (
    <>
      <span className={css.strip} aria-hidden="true">
        {entry.parts.map((part, place) => (
          <span key={place} style={{ flexGrow: part.seconds }} />
        ))}
      </span>
      {entry.parts.map((part, place) => (
        <span key={place} className={`${css.small} ${css.part}`}>
          <b>{partName(part, seen)}</b>{' '}
          {part.movements.map((own) => `${own.carried ? '↑ ' : ''}${seen.called(own.id)}`).join(', ')}
        </span>
      ))}
    </>
  );
}
