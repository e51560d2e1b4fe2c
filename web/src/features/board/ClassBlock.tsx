import { Lock } from 'lucide-react';
import { memo } from 'react';
import { Link } from 'react-router';

import css from './ClassBlock.module.css';
import { headline, type Lens, tintOf } from './lens';
import type { Schemas } from '~/shared/http/client';
import { useNames } from '~/shared/http/vocabulary';
import { clock, figure, shortDate } from '~/shared/format/time';
import { colour } from '~/shared/ui/colour';
import { KitIcons } from '~/shared/ui/KitIcon';

interface Props {
  series: number;
  entry: Schemas['BoardClass'];
  lens: Lens;
  kits: string[];
}

/** One class on the board: a block with a cut corner. */
export const ClassBlock = memo(function ClassBlock({ series, entry, lens, kits }: Props) {
  const name = useNames();
  const tint = tintOf(entry, lens, kits);
  const groups = entry.main_groups.map(name).join(', ').toLowerCase();
  const over = entry.seconds > entry.slot_seconds;
  return (
    <Link
      to={`/series/${series}/classes/${entry.slot}`}
      data-slot={entry.slot}
      className={css.block}
      style={{ background: colour(tint.wash), borderColor: colour(tint.ink) }}
    >
      <span className={css.top}>
        <span className={css.letter} style={{ color: colour(tint.ink) }} aria-hidden="true">
          {tint.letter}
        </span>
        <span className={`${css.headline} ${css.cut}`}>{headline(entry, lens, name)}</span>
        {entry.locked && (
          <span className={css.locked}>
            <Lock size={13} aria-label="locked" />
          </span>
        )}
      </span>
      <p className={`${css.small} ${css.cut}`} title={lens === 'focus' ? groups : undefined}>
        {lens === 'focus'
          ? groups || (entry.focus === 'whole-body' ? 'every region' : 'spread over many groups')
          : name(entry.focus)}
      </p>
      <span className={`${css.small} ${css.line}`}>
        <KitIcons kit={entry.kit} />
        <span className={css.cut}>{lens === 'format' ? entry.kit_name : entry.look}</span>
        <span
          className={over ? `${css.minutes} ${css.over}` : css.minutes}
          aria-label={`${clock(entry.seconds)} minutes on ${shortDate(entry.date)}`}
        >
          {clock(entry.seconds)}
        </span>
      </span>
      <p className={`${css.small} ${css.cut} ${css.soft}`}>
        {entry.movements.length} movements, {figure(entry.sets)} sets
      </p>
    </Link>
  );
});
