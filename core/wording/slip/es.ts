import { sayNumbers } from '../en/numbers'
import type { SlipWords } from './en'

const of = (title: string | null): string => (title === null ? '' : ` (${title})`)
const numbers = (all: readonly number[]) => sayNumbers(all, 'a', 'y')

export const ES_SLIP: SlipWords = {
  greeting: 'Hola {given},',
  subject: (title, open) => `${title}: ${open === 0 ? 'todo en orden' : `${open} por entregar o corregir`}`,
  group: name => `grupo ${name}`,
  looked: time => `Revisado: ${time}.`,
  due: (time, title) => `Plazo: ${time}${of(title)}.`,
  correctBy: (time, title) => `Los archivos corregidos se aceptan hasta ${time}${of(title)}.`,
  toPutRight: count => `Por corregir (${count})`,
  missing: count => `Falta (${count})`,
  inOrder: count => `En orden (${count})`,
  surplus: count => `Más de lo pedido (${count})`,
  andMore: (count, last) => `y ${count} más, hasta ${last}`,
  numbers: all => `números ${numbers(all)}`,
  pieces: count => `${count} ${count === 1 ? 'pieza' : 'piezas'}`,
  receivedAt: time => `recibido ${time}`,
  receivedBetween: (first, last) => `recibido ${first} a ${last}`,
  late: 'con retraso',
  needNotBeSent: 'no hace falta enviarlo',
  received: 'recibido',
  right: 'correcto',
  askedFor: 'se pide',
  byMember: 'o a nombre de otro miembro',
  to: 'a',
  or: 'o',
  anyName: 'cualquier nombre',
  notReceived: 'no recibido',
  numbersNotReceived: all => `números ${numbers(all)} no recibidos`,
  mayBeHere: 'llegó un archivo que podría ser este, pero nada en él dice de quién es',
  whereToLook: [
    'Dónde buscar: con el nombre que el programa pone por sí mismo (Documento1,',
    'Sin título, un número de cámara, solo una fecha); en descargas, en el escritorio,',
    'en la última carpeta usada; en la carpeta del mismo nombre en la otra unidad.',
  ],
  whichCounts: (before, later) =>
    `Llegaron dos archivos: «${before}» y, más tarde, «${later}». ¿Cuál cuenta? Si es el posterior, ponle el nombre correcto `
    + 'de abajo y entrégalo otra vez; si es el primero, escríbelo.',
  worthKnowing: told => `conviene saber: ${told}`,
  othersFolder: belongs => `Está en la carpeta de otra persona${belongs === null ? '' : `; su lugar es «${belongs}»`}.`,
  othersName: 'El nombre dice otra persona; debe decir de quién es el archivo.',
  allIsHere: 'Todo lo pedido está aquí y en orden. Gracias.',
  handInMissing: missing => `Entrega lo que falta con exactamente ${missing === 1 ? 'este nombre' : 'estos nombres'}.`,
  handInCorrected: missing => `Entrega los archivos corregidos${missing > 0 ? ', y lo que falta,' : ''} con exactamente estos nombres.`,
  rightNotAgain: 'Lo que está en orden no hace falta enviarlo otra vez.',
  handInHere: where => `Entregar aquí: ${where}`,
}
