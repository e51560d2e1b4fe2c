import { points } from './time';

/** What else an edit does by the rules, besides what it is for. */
export function effectWords({ cost_change: cost, also }: { cost_change: number; also: string[] }): string {
  const found = also.length ? `Then: ${also[0]}${also.length > 1 ? ` And ${also.length - 1} more.` : ''}` : '';
  if (cost > 0) return `Aims are ${points(cost)} further off. ${found}`;
  if (cost < 0) return `Aims are ${points(-cost)} nearer. ${found}`;
  return found || 'Changes nothing else.';
}
