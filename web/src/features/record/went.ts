import { figure } from '~/shared/format/time';

/** How classes went, as it stands in a table; a dash where nothing of it was recorded. */
export const percent = (share: number | null) => (share === null ? '–' : `${Math.round(100 * share)} %`);
export const orDash = (value: number | null) => (value === null ? '–' : figure(value));
export const minutes = (over: number) =>
  over === 0 ? 'on time' : `${figure(Math.abs(over))} ${over > 0 ? 'over' : 'under'}`;
