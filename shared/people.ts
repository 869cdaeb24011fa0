/** The first id that stands twice in a list; `null`: none does. */
export function firstTwice(people: readonly { id: string }[]): string | null {
  const seen = new Set<string>()
  for (const { id } of people) {
    if (seen.has(id)) return id
    seen.add(id)
  }
  return null
}

export const sayTwice = (id: string): string => `people: id "${id}" stands twice; ids must be unique`
