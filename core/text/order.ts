/** Code-unit order: the same in every browser and server, unlike any locale's. */
export function byCodeUnit(a: string, b: string): number {
  return Number(a > b) - Number(a < b)
}
