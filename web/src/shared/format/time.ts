export const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** A day of a series, which is seven times its week and its weekday, as people say it. */
export function dayLabel(day: number): string {
  return `Week ${Math.floor(day / 7) + 1} ${DAYS[day % 7]}`;
}

/** Seconds as m:ss. */
export function clock(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** How a class lies against its slot, in words. */
export function againstSlot(seconds: number, slot: number): string {
  const over = seconds - slot;
  if (over > 0) return `${clock(over)} over`;
  return over === 0 ? 'fits to the second' : `${clock(-over)} under`;
}

// Made once: a board asks for a hundred dates, and making one costs more than asking it.
const DAY_AND_MONTH = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

/** A date such as 30 Nov. */
export function shortDate(iso: string): string {
  return DAY_AND_MONTH.format(new Date(`${iso}T00:00:00`));
}

/** A figure with at most one decimal. */
export function figure(value: number): string {
  return Number.isInteger(value) ? String(value) : value.toFixed(1);
}

/** Points of what aims are missed by: 1 point, 3 points. */
export function points(cost: number): string {
  return `${cost} ${cost === 1 ? 'point' : 'points'}`;
}

/** A moment as people say it: 26 Nov, 12:54. */
export function moment(iso: string): string {
  const at = new Date(iso);
  const pad = (value: number) => String(value).padStart(2, '0');
  const day = `${at.getFullYear()}-${pad(at.getMonth() + 1)}-${pad(at.getDate())}`;
  return `${shortDate(day)}, ${pad(at.getHours())}:${pad(at.getMinutes())}`;
}
