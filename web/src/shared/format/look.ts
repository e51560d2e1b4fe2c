/** How a finding of each kind is told apart: by its sign, its colour and its name. */
const LOOK: Record<string, { sign: string; ink: string; name: string }> = {
  must: { sign: '■', ink: 'rowanInk', name: 'Must' },
  aim: { sign: '▲', ink: 'lichenInk', name: 'Aim' },
  remark: { sign: '·', ink: 'soft', name: 'Remark' },
};

export function lookOf(mode: string): { sign: string; ink: string; name: string } {
  return LOOK[mode] ?? { sign: '·', ink: 'soft', name: mode };
}
