import type { Schemas } from '~/shared/http/client';

export interface StepShape {
  week: number;
  x: number;
  width: number;
  top: number;
  target: number | null;
  low: number | null;
  high: number | null;
  lighter: boolean;
  volume: number | null;
  change: string;
  /** Whether there is room for its figures: of many narrow weeks every second or third has them. */
  told: boolean;
}

/** The width that the figures of a week take. */
const FIGURES = 44;

/** Where the scale of the terraces starts: well below the lowest week, so that steps can be told. */
export function baseOf(steps: Schemas['StepModel'][]): number {
  const volumes = steps.map((step) => step.volume).filter((v): v is number => v !== null);
  return volumes.length ? Math.floor((Math.min(...volumes) * 0.7) / 60) * 60 : 0;
}

/** Lay the weeks out as terraces in a box; y grows downwards, and the scale starts at its base. */
export function stepShapes(steps: Schemas['StepModel'][], width: number, height: number): StepShape[] {
  const values = steps.flatMap((step) => [step.volume, step.high].filter((v): v is number => v !== null));
  const base = baseOf(steps);
  const most = Math.max(base + 1, ...values) * 1.02;
  const y = (value: number | null) => (value === null ? null : height - ((value - base) / (most - base)) * height);
  const each = width / Math.max(1, steps.length);
  let full: number | null = null;
  return steps.map((step, index) => {
    const change =
      step.volume !== null && full
        ? `${step.volume >= full ? '+' : '−'}${Math.abs((step.volume / full - 1) * 100).toFixed(0)} %`
        : '';
    if (!step.lighter && step.volume !== null) full = step.volume;
    return {
      week: step.week,
      x: index * each,
      width: each,
      top: y(step.volume) ?? height,
      target: y(step.target),
      low: y(step.low),
      high: y(step.high),
      lighter: step.lighter,
      volume: step.volume,
      change,
      told: index % Math.ceil(FIGURES / each) === 0,
    };
  });
}
