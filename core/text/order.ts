/** Code-unit order: the same in every browser and server, unlike any locale's. */
export function byCodeUnit(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0
}
