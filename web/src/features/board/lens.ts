import type { Schemas } from '~/shared/http/client';
import { clock } from '~/shared/format/time';

export type Lens = 'focus' | 'format' | 'kit' | 'volume' | 'findings';

export const LENSES: { id: Lens; name: string }[] = [
  { id: 'focus', name: 'Focus' },
  { id: 'format', name: 'Format' },
  { id: 'kit', name: 'Kit' },
  { id: 'volume', name: 'Volume' },
  { id: 'findings', name: 'Findings' },
];

type BoardClass = Schemas['BoardClass'];
export interface Tint {
  wash: string;
  ink: string;
  letter: string;
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

/** The kits of a series in order of first use, so that each keeps its tint. */
export function kitsOf(classes: BoardClass[]): string[] {
  return [...new Set(classes.map((c) => c.kit_name))];
}

export function tintOf(entry: BoardClass, lens: Lens, kits: string[]): Tint {
  if (lens === 'focus') return FOCUS[entry.focus] ?? PLAIN;
  if (lens === 'format')
    return { ...(FORMAT[entry.format_place % FORMAT.length] ?? PLAIN), letter: entry.format_letters };
  if (lens === 'kit') {
    const place = kits.indexOf(entry.kit_name);
    const tint = SERIES_OF_KIT[place % SERIES_OF_KIT.length] ?? PLAIN;
    return { ...tint, letter: String.fromCharCode(65 + place) };
  }
  if (lens === 'findings') {
    return entry.findings
      ? { wash: 'rowanWash', ink: 'rowanInk', letter: String(entry.findings) }
      : { wash: 'fernWash', ink: 'fernInk', letter: '✓' };
  }
  return { ...PLAIN, wash: 'sunken' };
}

/** The line that a lens puts first in a block. */
export function headline(entry: BoardClass, lens: Lens, name: (id: string) => string): string {
  if (lens === 'format') return name(entry.format);
  if (lens === 'kit') return entry.kit_name;
  if (lens === 'volume') return `${entry.sets} sets, ${clock(entry.volume.seconds)} work`;
  if (lens === 'findings') return entry.findings ? `${entry.findings} to look at` : 'All rules kept';
  return name(entry.focus);
}
