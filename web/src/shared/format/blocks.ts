import type { Schemas } from '~/shared/http/client';

type Block = Schemas['BlockModel'];

/** What a block is for; each format says for what it can be. */
export const PURPOSES: Record<Block['purpose'], string> = {
  welcome: 'Welcome',
  'warm-up': 'Warm-up',
  work: 'Work',
  breather: 'Breather',
  'cool-down': 'Cool-down',
  close: 'Close',
};

/** What a work block is for, as one would say it. */
export const ROLES: Record<NonNullable<Block['role']>, string> = {
  activation: 'Activation',
  lift: 'Lift',
  pairs: 'Pairs',
  circuit: 'Circuit',
  control: 'Control',
  pulse: 'Pulse',
  combination: 'Combination',
  core: 'Core',
  finish: 'Finish',
  flow: 'Flow',
};

/** The heading of a block. */
export function blockTitle(block: Block): string {
  return block.role ? ROLES[block.role] : PURPOSES[block.purpose];
}

/** How a block runs, with what is shown in its breaks and kept up in its rests. */
export function blockWords(block: Block, name: (id: string) => string): string {
  const ahead = block.shows_ahead ? 'the next round is shown in the break' : '';
  const resting = block.active_rest ? `in the rests: ${name(block.active_rest).toLowerCase()}, easily` : '';
  const stations = block.stations.length ? `${block.stations.length} stations, all move on together` : '';
  return [block.summary, stations, ahead, resting].filter(Boolean).join('; ');
}

/** From where a movement is carried, what it was then and what was added: "From week 1 Monday (3 × 8): 2 reps more". */
export function fromWhere(carried: string): string {
  const words = carried.replace(/^carried on /, '');
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** The heading of a block that may not be one yet. */
export function partTitle(block: { purpose: string; role?: string | undefined }): string {
  const names = new Map<string, string>([...Object.entries(PURPOSES), ...Object.entries(ROLES)]);
  return names.get(block.role ?? block.purpose) ?? block.purpose;
}
