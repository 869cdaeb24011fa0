import { sayNumbers } from '../en/numbers'
import type { SlipWords } from './en'

const of = (title: string | null): string => (title === null ? '' : ` (${title})`)
const numbers = (all: readonly number[]) => sayNumbers(all, 'à', 'et')

export const FR_SLIP: SlipWords = {
  greeting: 'Bonjour {given},',
  subject: (title, open) => `${title} : ${open === 0 ? 'tout est en ordre' : `encore ${open} à remettre ou à corriger`}`,
  group: name => `groupe ${name}`,
  looked: time => `Examiné : ${time}.`,
  due: (time, title) => `À remettre pour ${time}${of(title)}.`,
  correctBy: (time, title) => `Les fichiers corrigés sont acceptés jusqu’à ${time}${of(title)}.`,
  toPutRight: count => `À corriger (${count})`,
  missing: count => `Il manque (${count})`,
  inOrder: count => `En ordre (${count})`,
  surplus: count => `Plus que demandé (${count})`,
  andMore: (count, last) => `et ${count} de plus, jusqu’à ${last}`,
  numbers: all => `numéros ${numbers(all)}`,
  pieces: count => `${count} ${count < 2 ? 'pièce' : 'pièces'}`,
  receivedAt: time => `reçu ${time}`,
  receivedBetween: (first, last) => `reçu ${first} à ${last}`,
  late: 'en retard',
  needNotBeSent: 'n’a pas besoin d’être envoyé',
  received: 'reçu',
  right: 'juste',
  askedFor: 'demandé',
  byMember: 'ou au nom d’un autre membre',
  to: 'à',
  or: 'ou',
  anyName: 'n’importe quel nom',
  notReceived: 'non reçu',
  numbersNotReceived: all => `numéros ${numbers(all)} non reçus`,
  mayBeHere: 'un fichier est arrivé qui pourrait être celui-ci, mais rien n’y dit de qui il est',
  whereToLook: [
    'Où chercher : sous le nom que le programme donne de lui-même (Document1,',
    'Sans titre, un numéro d’appareil photo, une simple date) ; dans les téléchargements, sur le bureau,',
    'dans le dernier dossier utilisé ; dans le dossier du même nom sur l’autre disque.',
  ],
  whichCounts: (before, later) =>
    `Deux fichiers sont arrivés : « ${before} » et, plus tard, « ${later} ». Lequel compte ? Si c’est le plus récent, donnez-lui `
    + 'le nom juste ci-dessous et remettez-le ; si c’est le premier, écrivez-le.',
  worthKnowing: told => `bon à savoir : ${told}`,
  othersFolder: belongs => `Se trouve dans le dossier d’une autre personne${belongs === null ? '' : ` ; sa place est dans « ${belongs} »`}.`,
  othersName: 'Le nom indique une autre personne ; il doit dire de qui est le fichier.',
  allIsHere: 'Tout ce qui était demandé est là et en ordre. Merci.',
  handInMissing: missing => `Remettez ce qui manque sous exactement ${missing === 1 ? 'ce nom' : 'ces noms'}.`,
  handInCorrected: missing => `Remettez les fichiers corrigés${missing > 0 ? ', et ce qui manque,' : ''} sous exactement ces noms.`,
  rightNotAgain: 'Ce qui est en ordre n’a pas besoin d’être renvoyé.',
  handInHere: where => `Remettre ici : ${where}`,
}
