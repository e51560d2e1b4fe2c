import { matchPath } from 'react-router';

/** Something that can be gone to: what one reads, where it is, and words that find it as well. */
export interface Command {
  name: string;
  about: string;
  to: string;
  words?: string;
}

/** The keys of the whole application and of its pages, as they are shown. */
export const SHORTCUTS: readonly { keys: string; what: string }[] = [
  { keys: 'Ctrl K, or /', what: 'Find anything, and go there' },
  { keys: '?', what: 'Show these keys' },
  { keys: 'Ctrl Z', what: 'Undo the last change of the series' },
  { keys: 'Ctrl Shift Z', what: 'Do it again' },
  { keys: 'Space on a class', what: 'Board: carry it; arrows choose the day, space puts it down, Escape leaves it' },
  { keys: 'Shift and a click', what: 'Board: pick several classes' },
  { keys: '↑ ↓', what: 'Class: walk through parts and movements' },
  { keys: 'Alt ↑, Alt ↓', what: 'Class: carry a movement or a part along' },
  { keys: 'Delete', what: 'Class: take a movement or a part out' },
  { keys: 'Ctrl Enter', what: 'Class: put the edit in' },
  { keys: '← →', what: 'Tape of a class: read it cue by cue; Enter picks the movement' },
  { keys: 'Space or →, and ←', what: 'Teach: go on, go back' },
];

const EVERYWHERE: readonly Command[] = [
  { name: 'Series', about: 'all of them', to: '/' },
  { name: 'My classes', about: 'what you teach, the next first', to: '/mine' },
  { name: 'Movements', about: 'the library', to: '/movements' },
  { name: 'Your account', about: 'name, password, codes, sign-ins', to: '/account', words: 'two factor sessions' },
  { name: 'House', about: 'rooms with their kit, groups that come again', to: '/house' },
  { name: 'Shapes', about: 'what classes are made in', to: '/shapes' },
];

const FOR_DIRECTORS: readonly Command[] = [
  { name: 'Set up a series', about: 'from nothing to a first plan', to: '/series/new', words: 'new' },
  { name: 'Make a shape', about: 'parts, roles, minutes', to: '/shapes/new', words: 'new' },
];

const OF_SERIES: readonly { name: string; path: string; words: string; director: boolean }[] = [
  { name: 'Board', path: '', words: 'weeks plan', director: false },
  { name: 'Board: focus and recovery', path: '?lens=focus', words: 'lens', director: false },
  { name: 'Board: repeats of a movement', path: '?lens=repeats', words: 'lens where used', director: false },
  { name: 'Board: kit to lay out', path: '?lens=kit', words: 'lens', director: false },
  { name: 'Board: findings', path: '?lens=findings', words: 'lens rules', director: false },
  { name: 'Set-up', path: '/setup', words: 'people kit minutes rules cautions', director: true },
  { name: 'Days and kit', path: '/days', words: 'closed holidays', director: true },
  { name: 'What if', path: '/what-ifs', words: 'compare plans', director: false },
  { name: 'History', path: '/history', words: 'changes undo back', director: false },
  { name: 'Run sheets', path: '/sheets?week=1', words: 'print', director: false },
  { name: 'Export', path: '/export', words: 'calendar spreadsheet csv json xlsx', director: false },
  { name: 'Pace', path: '/pace', words: 'learned records', director: false },
];

const OF_CLASS: readonly { name: string; path: string; words: string; director: boolean }[] = [
  { name: 'Teach this class', path: '/teach', words: 'begin clock', director: false },
  { name: 'Run sheet of this class', path: '/sheet', words: 'print', director: false },
  { name: 'Choices for this class', path: '/choices', words: 'other plans', director: true },
];

/** Where one can go from an address: everywhere, and within the series and the class that is open. */
export function commandsAt(address: string, director: boolean): Command[] {
  const series = matchPath('/series/:id/*', address)?.params.id;
  const slot = matchPath('/series/:id/classes/:slot/*', address)?.params.slot;
  const may = (own: { director: boolean }) => director || !own.director;
  const ofSeries = Number(series) > 0 ? OF_SERIES.filter(may) : [];
  const ofClass = slot === undefined ? [] : OF_CLASS.filter(may);
  return [
    ...ofClass.map((own) => ({ ...own, about: 'this class', to: `/series/${series}/classes/${slot}${own.path}` })),
    ...ofSeries.map((own) => ({ ...own, about: 'this series', to: `/series/${series}${own.path}` })),
    ...EVERYWHERE,
    ...(director ? FOR_DIRECTORS : []),
  ];
}

/** The commands with all typed words in them. */
export function matching(commands: readonly Command[], typed: string): Command[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return commands.filter(({ name, about, words: more = '' }) => {
    const text = `${name} ${about} ${more}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
}
