import { looseKey } from '../text/fold'

/**
 * Words by which firms say what they do, in the languages of the glossary and their neighbours (common practice, no source): beside another
 * word of a firm's name they tell nobody apart.
 */
const WORDS = `
  architects architekten architectes arquitectos bakery bäckerei boulangerie panadería building builders bau catering cleaning reinigung nettoyage
  limpieza company compagnie compañía construction construcciones consult consulting conseil consultores design dienste dienstleistungen druck
  druckerei imprimerie imprenta elektro elektrik electric electrical électricité electricidad electronics energie energy énergie energía
  engineering ingenieure ingénierie ingeniería entreprise événements events farm ferme finance foods food garage garden gardens garten
  gruppe group groupe grupo handel trade trading commerce comercio heating heizung chauffage holding hotel immobilien immobilier instalaciones
  installation international keller kitchen küchen labor laboratory laboratoire logistik logistics logistique logística maler malerei
  painting peinture pintura marketing media medien menuiserie carpintería carpentry metall metal métal metzgerei boucherie möbel muebles meubles
  furniture partner partners partenaires planung plumbing plomberie fontanería print printing production produktion productions roofing
  dachdecker toiture sanitär sanitaire schlosserei schreinerei tischlerei security sécurité seguridad service services servicios services
  software solutions lösungen soluciones spedition stahl steel acier studio studios systeme systems systèmes sistemas taxi technik technology
  technologies technologie tecnología textil textile textiles tours travel reisen transport transporte transports trucking umzüge verlag
  versicherung insurance assurance warehouse werbung werk werke werkstatt workshop atelier
`
const TRADES: ReadonlySet<string> = new Set(WORDS.trim().split(/\s+/).map(looseKey))
/** Ends of compounds that say a trade. */
const ENDS = ['bau', 'technik', 'service', 'handel', 'arbeiten', 'werkstatt', 'reinigung', 'planung', 'systeme', 'logistik'].map(looseKey)

/**
 * Whether a word of a firm's name says what it does.
 *
 * @param key - as a loose key
 * @example
 * isTradeWord('holzbau') //=> true
 */
export function isTradeWord(key: string): boolean {
  return TRADES.has(key) || ENDS.some(end => key.length > end.length + 2 && key.endsWith(end))
}
