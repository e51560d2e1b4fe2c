/** A colour of the theme as a value for plain CSS: fernWash is var(--chakra-colors-fern-wash). */
export function colour(token: string): string {
  return `var(--chakra-colors-${token.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)})`;
}
