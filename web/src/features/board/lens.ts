import { type Sought, standing } from './repeats';
import { type Seen } from './seen';
import type { Schemas } from '~/shared/http/client';
import { clock, figure } from '~/shared/format/time';

export type Lens = 'focus' | 'format' | 'kit' | 'mains' | 'repeats' | 'volume' | 'load' | 'findings' | 'people';

export const LENSES: { id: Lens; name: string }[] = [
  { id: 'focus', name: 'Focus' },
  { id: 'format', name: 'Shape' },
  { id: 'kit', name: 'Kit' },
  { id: 'mains', name: 'Mains' },
  { id: 'repeats', name: 'Repeats' },
  { id: 'volume', name: 'Volume' },
  { id: 'load', name: 'Load' },
  { id: 'findings', name: 'Findings' },
  { id: 'people', name: 'People' },
];

/** Whether a text, as from an address, names a lens. */
export function isLens(text: string | null): text is Lens {
  return LENSES.some((lens) => lens.id === text);
}

type BoardClass = Schemas['BoardClass'];
/** ``strength``: how much of the wash is laid on, from 0 to 100. */
export interface Tint {
  wash: string;
  ink: string;
  letter: string;
  strength?: number;
}

const FOCUS: Record<string, Tint> = {
  lower: { wash: 'fernWash', ink: 'fernInk', letter: 'L' },
  upper: { wash: 'harebellWash', ink: 'harebellInk', letter: 'U' },
  core: { wash: 'lichenWash', ink: 'lichenInk', letter: 'C' },
  'whole-body': { wash: 'heatherWash', ink: 'heatherInk', letter: 'W' },
  'legs-and-back': { wash: 'fernWash', ink: 'harebellInk', letter: 'LB' },
  'chest-and-shoulders': { wash: 'harebellWash', ink: 'lichenInk', letter: 'CS' },
  conditioning: { wash: 'sunken', ink: 'ink', letter: 'K' },
  'glutes-and-abdominals': { wash: 'lichenWash', ink: 'fernInk', letter: 'GA' },
};
/** One of each format, by its place in the catalogue; the letters tell apart what shares a tint. */
const FORMAT: Omit<Tint, 'letter'>[] = [
  { wash: 'fernWash', ink: 'fernInk' },
  { wash: 'fernWash', ink: 'harebellInk' },
  { wash: 'fernWash', ink: 'lichenInk' },
  { wash: 'lichenWash', ink: 'lichenInk' },
  { wash: 'heatherWash', ink: 'heatherInk' },
  { wash: 'harebellWash', ink: 'harebellInk' },
  { wash: 'lichenWash', ink: 'heatherInk' },
  { wash: 'lichenWash', ink: 'fernInk' },
  { wash: 'heatherWash', ink: 'fernInk' },
  { wash: 'harebellWash', ink: 'heatherInk' },
  { wash: 'heatherWash', ink: 'harebellInk' },
  { wash: 'lichenWash', ink: 'harebellInk' },
  { wash: 'harebellWash', ink: 'lichenInk' },
  { wash: 'heatherWash', ink: 'lichenInk' },
];
const PLAIN: Tint = { wash: 'sunken', ink: 'soft', letter: '' };
const SERIES_OF_KIT: Tint[] = [
  { wash: 'harebellWash', ink: 'harebellInk', letter: '' },
  { wash: 'lichenWash', ink: 'lichenInk', letter: '' },
  { wash: 'heatherWash', ink: 'heatherInk', letter: '' },
  { wash: 'fernWash', ink: 'fernInk', letter: '' },
];
const FERN: Tint = { wash: 'fernWash', ink: 'fernInk', letter: '' };
const LICHEN: Tint = { wash: 'lichenWash', ink: 'lichenInk', letter: '' };

export function tintOf(entry: BoardClass, lens: Lens, seen: Seen, sought: Sought | null): Tint {
  if (lens === 'focus') return FOCUS[entry.focus] ?? PLAIN;
  if (lens === 'format')
    return { ...(FORMAT[entry.format_place % FORMAT.length] ?? PLAIN), letter: entry.format_letters };
  if (lens === 'kit') {
    const place = seen.kits.indexOf(entry.kit_name);
    const tint = SERIES_OF_KIT[place % SERIES_OF_KIT.length] ?? PLAIN;
    return { ...tint, letter: String.fromCharCode(65 + place) };
  }
  if (lens === 'findings') return foundTint(seen, entry);
  if (lens === 'mains') {
    const back = mainsOf(entry).filter((own) => own.carried).length;
    return back ? { ...FERN, letter: `↑${back}` } : PLAIN;
  }
  if (lens === 'repeats') {
    const times = sought ? standing(entry, sought, seen.movements).length : 0;
    return times ? { wash: 'heatherWash', ink: 'heatherInk', letter: times > 1 ? `${times}×` : '●' } : PLAIN;
  }
  if (lens === 'people') return entry.recorded ? { ...FERN, letter: '✓' } : entry.teacher ? LICHEN : PLAIN;
  const share = lens === 'load' ? seen.loadShare(entry) : seen.volumeShare(entry);
  const tint = lens === 'load' ? LICHEN : { wash: 'harebellWash', ink: 'harebellInk', letter: '' };
  return { ...tint, strength: 15 + Math.round(85 * share), letter: String(1 + Math.round(4 * share)) };
}

function foundTint(seen: Seen, entry: BoardClass): Tint {
  const { musts, aims } = seen.foundIn(entry.slot);
  if (musts) return { wash: 'rowanWash', ink: 'rowanInk', letter: '■' };
  return aims ? { ...LICHEN, letter: '▲' } : { ...FERN, letter: '✓' };
}

function mainsOf(entry: BoardClass) {
  return entry.parts.flatMap((part) => part.movements).filter((own) => own.main);
}

/** The line that a lens puts first in a block. */
export function headline(entry: BoardClass, lens: Lens, seen: Seen, sought: Sought | null): string {
  if (lens === 'format') return entry.look;
  if (lens === 'kit') return entry.kit_name;
  if (lens === 'volume') return `${figure(entry.sets)} sets, ${clock(entry.volume.seconds)} work`;
  if (lens === 'findings') return foundWords(seen, entry);
  if (lens === 'mains') return `${mainsOf(entry).length} main lifts`;
  if (lens === 'load') return entry.contacts ? `${entry.contacts} landings` : 'No landings';
  if (lens === 'people') return entry.teacher || 'Nobody yet';
  if (lens === 'repeats' && sought) {
    const found = standing(entry, sought, seen.movements);
    if (found.length) return found.map((own) => seen.called(own)).join(', ');
  }
  return seen.name(entry.focus);
}

function foundWords(seen: Seen, entry: BoardClass): string {
  const { musts, aims } = seen.foundIn(entry.slot);
  const words = [musts ? `${musts} must${musts > 1 ? 's' : ''}` : '', aims ? `${aims} aim${aims > 1 ? 's' : ''}` : ''];
  return words.filter(Boolean).join(', ') || 'All rules kept';
}

/** The second line of a block: what the lens asks besides. */
export function underline(entry: BoardClass, lens: Lens, seen: Seen, sought: Sought | null): string {
  if (lens === 'focus') return seen.recovery(entry.slot);
  if (lens === 'kit') return seen.kitChange(entry.slot);
  if (lens === 'mains')
    return mainsOf(entry)
      .map((own) => `${own.carried ? '↑' : ''}${seen.called(own.id)}`)
      .join(', ');
  if (lens === 'load') return seen.joints(entry);
  if (lens === 'repeats' && sought) return seen.sinceLast(entry, sought) || entry.look;
  if (lens === 'people') return entry.recorded ? 'taught and recorded' : entry.teacher ? 'not recorded' : '';
  return seen.name(entry.focus);
}

/** What stands in the legend of a lens: each tint with its letter and words, to filter by. */
export interface Mark {
  key: string;
  tint: Tint;
  count: number;
}

/** The marks of a lens in the order of their first class, or from the least to the most. */
export function marksOf(classes: BoardClass[], lens: Lens, seen: Seen, sought: Sought | null): Mark[] {
  const out = new Map<string, Mark>();
  for (const entry of classes) {
    const key = markOf(entry, lens, seen, sought);
    const mark = out.get(key) ?? { key, tint: tintOf(entry, lens, seen, sought), count: 0 };
    out.set(key, { ...mark, count: mark.count + 1 });
  }
  const marks = [...out.values()];
  return lens === 'volume' || lens === 'load'
    ? marks.sort((one, other) => one.tint.letter.localeCompare(other.tint.letter))
    : marks;
}

/** Under which words of the legend a class stands. */
export function markOf(entry: BoardClass, lens: Lens, seen: Seen, sought: Sought | null): string {
  if (lens === 'volume' || lens === 'load') return LEVELS[Number(tintOf(entry, lens, seen, sought).letter) - 1] ?? '';
  if (lens === 'findings') {
    const { musts, aims } = seen.foundIn(entry.slot);
    return musts ? 'A must is broken' : aims ? 'Aims are missed' : 'All rules kept';
  }
  if (lens === 'mains') return mainsOf(entry).some((own) => own.carried) ? 'Lifts come back' : 'All fresh';
  if (lens === 'repeats') return sought && standing(entry, sought, seen.movements).length ? 'There' : 'Not there';
  return headline(entry, lens, seen, sought);
}

const LEVELS = ['Least', 'Less', 'Middle', 'More', 'Most'];
