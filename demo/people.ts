import { removeAccents } from '../core/text/fold'
import type { Chance } from './random'

export interface DemoPerson { id: string, given: string, family: string, name: string, group: string, email: string, alias: string }

// made up, and mixed so that no pair belongs to anybody
const GIVEN = [
  'Ana', 'Zoë', 'Bo', 'Jürgen', 'Łucja', 'Nuno', 'Siobhán', 'Wanjiru', 'Théo', 'Ilse', 'Rasmus', 'Mei-Lin', 'Oskar', 'Yara',
  'Pål', 'Catarina', 'Dmitar', 'Eluned', 'Fikret', 'Giulia', 'Hanne Marie', 'Ivo', 'Joëlle', 'Kaspar', 'Ludmila', 'Mårten',
  'Noor', 'Odile', 'Petra', 'Quirin',
]
const FAMILY = [
  'Marsh', 'd\'Arquelle', 'Lindqvast', 'van der Holm', 'Sørbyen', 'Grünfelder', 'Óskarsen', 'Tamworthy', 'de la Ventura',
  'Kowalczak', 'Pettigrove', 'Njorogeh', 'Brandtner', 'O\'Mallory', 'Ferreirinho', 'Weißenbach', 'Dubrovski', 'Castellanova',
  'Ashdown-Reyes', 'Ilvesmäki', 'Hollowell', 'Quintaneiro', 'Råholmen', 'Saltmarsh', 'Thistlewick', 'Umberland', 'Vörösházi',
  'Wrenfield', 'Yellowlees', 'Zinnmeister',
]
const SINGLE = ['Aurangi', 'Suprapti', 'Mihaelin']
const CREWS = ['Reef', 'Dune', 'Kelp Bed', 'Estuary', 'Cliff', 'Tidepool', 'Sandbar', 'Lagoon', 'Skerry']

/**
 * Draws people in crews: accents, particles, double names, one who has one name only, and two of one family name.
 *
 * @param count - at least 4 a crew
 */
export function drawPeople(chance: Chance, count: number, crewCount: number): DemoPerson[] {
  const crews = chance.shuffle(CREWS).slice(0, crewCount)
  const given = chance.shuffle(GIVEN)
  const family = chance.shuffle(FAMILY)
  // two people of one family name, in two crews
  family[crewCount + 1] = family[0] ?? ''
  return Array.from({ length: count }, (_, index): DemoPerson => {
    const single = index === count - 1
    const name = single ? chance.pick(SINGLE) : `${given[index % given.length]} ${family[index % family.length]}`
    const plain = removeAccents(name).replace(/[^A-Za-z]+/g, '.').toLowerCase()
    return {
      id: `s${String(index + 1).padStart(3, '0')}`,
      given: single ? '' : given[index % given.length] ?? '', family: single ? '' : family[index % family.length] ?? '', name: single ? name : '',
      group: crews[index % crewCount] ?? '', email: `${plain}.${index + 1}@shore.example`,
      alias: index === 2 ? 'Skip' : '',
    }
  })
}

/** The list as a coordinator would have it. */
export function rosterCsv(people: readonly DemoPerson[]): string {
  const cell = (text: string) => (/[",\n]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text)
  const rows = people.map(person => [person.id, person.given, person.family, person.name, person.group, person.email, person.alias]
    .map(cell).join(','))
  return ['id,given,family,name,group,email,alias', ...rows, ''].join('\r\n')
}

/** The full name as people say it. */
export function fullName(person: DemoPerson): string {
  return person.name || `${person.given} ${person.family}`
}
