import type { Block, ClassDocument, Item } from './document';

/** What two designs do not share, in lines for people; `nameOf` gives the name of a movement. */
export function differences(
  mine: ClassDocument,
  theirs: ClassDocument,
  nameOf: (id: string) => string,
): { mine: string[]; theirs: string[] } {
  const [one, other] = [linesOf(mine, nameOf), linesOf(theirs, nameOf)];
  return { mine: without(one, other), theirs: without(other, one) };
}

function without(lines: string[], others: string[]): string[] {
  const left = [...others];
  return lines.filter((line) => {
    const at = left.indexOf(line);
    if (at >= 0) left.splice(at, 1);
    return at < 0;
  });
}

function linesOf(design: ClassDocument, nameOf: (id: string) => string): string[] {
  const head = [`Name: ${design.name}`, `Focus: ${design.focus}`];
  return [...head, ...design.blocks.flatMap((block, place) => blockLines(block, place, nameOf))];
}

function blockLines(block: Block, place: number, nameOf: (id: string) => string): string[] {
  const where = `Block ${place + 1}`;
  const { kind, ...parameters } = block.format;
  const format = `${where}: ${block.purpose}, ${kind.replace(/-/g, ' ')} (${valuesOf(parameters)})`;
  return [format, ...(block.items ?? []).map((item, number) => `${where}, ${number + 1}: ${itemWords(item, nameOf)}`)];
}

function itemWords(item: Item, nameOf: (id: string) => string): string {
  const more = Object.fromEntries(Object.entries(item).filter(([key]) => key !== 'movement' && key !== 'row'));
  const values = valuesOf(more);
  return nameOf(item.movement) + (values ? ` (${values})` : '');
}

function valuesOf(values: Record<string, unknown>): string {
  return Object.entries(values)
    .filter(([, value]) => value !== null && value !== undefined)
    .map(
      ([key, value]) =>
        `${key.replace(/_/g, ' ')} ${typeof value === 'object' ? JSON.stringify(value) : String(value)}`,
    )
    .sort()
    .join(', ');
}
