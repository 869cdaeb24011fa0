/**
 * Numbers as they are listed; three or more that follow each other are told by their ends.
 *
 * @param to - a language's own word between two ends
 * @param and - and before the last
 * @example
 * sayNumbers([2, 3, 5, 6, 7, 9]) //=> '2, 3, 5 to 7 and 9'
 */
export function sayNumbers(numbers: readonly number[], to = 'to', and = 'and'): string {
  const runs: number[][] = []
  for (const n of numbers) {
    const run = runs.at(-1)
    if (run?.at(-1) === n - 1) run.push(n)
    else runs.push([n])
  }
  const said = runs.flatMap(run => (run.length < 3 ? run.map(String) : [`${run[0]} ${to} ${run.at(-1)}`]))
  return said.length < 2 ? said.join('') : `${said.slice(0, -1).join(', ')} ${and} ${said.at(-1)}`
}
