/** The figures of rules that pages ask for by themselves, beside the whole sheet. */
export interface Figure {
  rule: string;
  number: string;
}

/** Classes before a movement may return. */
export const RETURN: Figure = { rule: 'D4', number: 'gap' };
/** By how much a week asks more than the one before, in per cent. */
export const RISE: Figure = { rule: 'W7', number: 'rise' };
/** The share of movements that come back the next week and ask for more, in per cent. */
export const CARRIED: Figure = { rule: 'D7', number: 'share' };
/** How many main lifts of a class come back on its weekday, and for how many weeks. */
export const LIFTS: Figure = { rule: 'P7', number: 'mains' };
export const LIFT_WEEKS: Figure = { rule: 'P7', number: 'weeks' };
