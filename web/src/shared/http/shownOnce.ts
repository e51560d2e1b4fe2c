/** What was made and is told in full only once, for as long as the list has it: one that was revoked is not. */
export function shownOnce<Made extends { id: number }>(made?: Made, listed?: { id: number }[]): Made | null {
  return made && listed?.some((own) => own.id === made.id) ? made : null;
}
