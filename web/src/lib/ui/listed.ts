/** A list of a sheet that was written by whomever: what is no list counts as an empty one, and so do rows of nothing. The page says what is wrong. */
export function listed<T>(list: readonly T[] | null | undefined): readonly T[] {
  return Array.isArray(list) ? (list as readonly T[]).filter((row) => row !== null) : [];
}
