import { type Sought, standing } from './repeats';
import type { Schemas } from '~/shared/http/client';
import type { Movements } from '~/shared/http/made';
import { clock } from '~/shared/format/time';

type BoardClass = Schemas['BoardClass'];

/** What the lenses ask of a whole board, worked out once for each of its versions. */
export interface Seen {
  kits: string[];
  movements: Movements;
  name: (id: string) => string;
  called: (movement: string) => string;
  foundIn: (slot: number) => { musts: number; aims: number };
  recovery: (slot: number) => string;
  kitChange: (slot: number) => string;
  joints: (entry: BoardClass) => string;
  sinceLast: (entry: BoardClass, sought: Sought) => string;
  volumeShare: (entry: BoardClass) => number;
  loadShare: (entry: BoardClass) => number;
}

/** What a part of a class is called: its role, or where nobody said its format. */
export function partName(part: BoardClass['parts'][number], seen: Seen): string {
  return part.role ? part.role.charAt(0).toUpperCase() + part.role.slice(1) : seen.name(part.format);
}

const NONE = { musts: 0, aims: 0 };
const DAY = 86_400_000;

export function seenOf(board: Schemas['Board'], movements: Movements, name: (id: string) => string): Seen {
  const classes = board.classes;
  const found = new Map<number, { musts: number; aims: number }>();
  for (const { slot, mode } of board.findings) {
    if (slot === null || mode === 'remark') continue;
    const held = found.get(slot) ?? { ...NONE };
    held[mode === 'must' ? 'musts' : 'aims'] += 1;
    found.set(slot, held);
  }
  const before = new Map(classes.map((entry, place) => [entry.slot, classes[place - 1]]));
  return {
    // In order of first use, so that each keeps its tint.
    kits: [...new Set(classes.map((entry) => entry.kit_name))],
    movements,
    name,
    called: (id) => movements.get(id)?.name ?? id,
    foundIn: (slot) => found.get(slot) ?? NONE,
    recovery: recoveries(classes, name),
    kitChange: (slot) =>
      kitWords(
        classes.find((own) => own.slot === slot),
        before.get(slot),
        name,
      ),
    joints: (entry) => jointWords(entry),
    sinceLast: (entry, sought) => sinceWords(classes, entry, sought, movements),
    volumeShare: shareOf(classes, (entry) => entry.volume.training),
    loadShare: shareOf(classes, (entry) => entry.contacts * 10 + sum(Object.values(entry.joints))),
  };
}

/** Where a class lies between the least and the most of a series, from 0 to 1. */
function shareOf(classes: BoardClass[], amount: (entry: BoardClass) => number): (entry: BoardClass) => number {
  const amounts = classes.map(amount);
  const least = Math.min(...amounts);
  const span = Math.max(...amounts) - least;
  return (entry) => (span > 0 ? (amount(entry) - least) / span : 0.5);
}

function sum(values: number[]): number {
  return values.reduce((total, value) => total + value, 0);
}

function daysBetween(one: BoardClass, other: BoardClass): number {
  return Math.round((Date.parse(other.date) - Date.parse(one.date)) / DAY);
}

/** For each class, which of its main groups worked last before it, and how many days ago. */
function recoveries(classes: BoardClass[], name: (id: string) => string): (slot: number) => string {
  const words = new Map<number, string>();
  const last = new Map<string, BoardClass>();
  for (const entry of classes) {
    const gaps = entry.main_groups.flatMap((group) => {
      const then = last.get(group);
      return then ? [{ group, days: daysBetween(then, entry) }] : [];
    });
    const least = gaps.sort((one, other) => one.days - other.days)[0];
    const groups = entry.main_groups.map(name).join(', ').toLowerCase();
    words.set(
      entry.slot,
      least
        ? `${name(least.group)} again after ${least.days === 1 ? '1 day' : `${least.days} days`}`
        : groups || (entry.focus === 'whole-body' ? 'every region' : 'spread over many groups'),
    );
    for (const group of entry.main_groups) last.set(group, entry);
  }
  return (slot) => words.get(slot) ?? '';
}

function kitWords(now: BoardClass | undefined, before: BoardClass | undefined, name: (id: string) => string): string {
  if (!now) return '';
  const more = now.kit.filter((kit) => !before?.kit.includes(kit)).map((kit) => `+ ${name(kit)}`);
  const less = before?.kit.filter((kit) => !now.kit.includes(kit)).map((kit) => `− ${name(kit)}`) ?? [];
  return [...more, ...less].join(' ').toLowerCase() || 'kit as before';
}

function jointWords(entry: BoardClass): string {
  return Object.entries(entry.joints)
    .sort(([, one], [, other]) => other - one)
    .slice(0, 3)
    .map(([joint, seconds]) => `${joint.replaceAll('-', ' ')} ${clock(seconds)}`)
    .join(', ');
}

function sinceWords(classes: BoardClass[], entry: BoardClass, sought: Sought, movements: Movements): string {
  if (!standing(entry, sought, movements).length) return '';
  const earlier = classes.filter((own) => own.slot < entry.slot && standing(own, sought, movements).length);
  const last = earlier.at(-1);
  if (!last) return 'for the first time';
  const days = daysBetween(last, entry);
  const back = entry.parts.some((part) =>
    part.movements.some((own) => own.carried && standing(entry, sought, movements).includes(own.id)),
  );
  return `${days === 1 ? '1 day' : `${days} days`} later${back ? ', asking more' : ''}`;
}
