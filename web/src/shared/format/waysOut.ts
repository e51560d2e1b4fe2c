import type { Schemas } from '~/shared/http/client';

export interface WayOut {
  when: string;
  how: string;
}

/** What to do when a movement is not for somebody: who takes care, low impact, sitting, each joint. */
export function waysOut(movement: Schemas['MovementModel']): WayOut[] {
  const joints = Object.entries(movement.relief).map(([joint, how]) => ({
    when: `Sore ${joint.replace('low-back', 'lower back')}`,
    how,
  }));
  return [
    { when: 'Care', how: movement.care },
    { when: 'Low impact', how: movement.low_impact?.how ?? '' },
    { when: 'Seated', how: movement.seated ?? '' },
    ...joints,
  ].filter((way) => way.how);
}
