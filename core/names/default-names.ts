/** A family of names that programs and devices give by themselves; matched against the whole base name, case ignored. */
interface DefaultName { what: string, pattern: RegExp }

const SERIAL = '[ _-]?\\(?\\d{0,6}\\)?'

/** Words an unsaved document, drawing, scan, camera file or recording is called by, in several languages. */
const WORDS: readonly (readonly [what: string, words: string])[] = [
  ['an unsaved document', 'document|dokument|documento|documentum|doc|text|texto|texte|page'],
  ['an unsaved file', 'untitled|unnamed|noname|no name|new file|new document|neues dokument|unbenannt|sans titre|sans nom|sin título|sin titulo|sem título|sem titulo|senza titolo|bez názvu|bez tytułu|naamloos|namnlös|uten navn|без имени|безымянный|無題|无标题|제목 없음'],
  ['an unsaved table', 'book|mappe|classeur|libro|cartel|cartella|pasta|spreadsheet|table|tabelle|tabla'],
  ['unsaved slides', 'presentation|präsentation|présentation|presentación|presentazione|apresentação|prezentacja|slides'],
  ['an unsaved drawing or part', 'drawing|zeichnung|dessin|dibujo|disegno|desenho|rysunek|part|assembly|assem|sketch|model|scene|design|bauteil|baugruppe|pièce|pieza'],
  ['an unsaved image', 'image|bild|imagen|immagine|imagem|picture|photo|foto|screenshot|screen shot|bildschirmfoto|capture d[’\']écran|captura de pantalla|schermata'],
  ['a scan', 'scan|scanned document|scanned|numérisation|escaneo|escanear|scansione|digitalização|skan|img_scan'],
  ['a recording', 'recording|new recording|voice|voice memo|aufnahme|neue aufnahme|enregistrement|nouvel enregistrement|grabación|nueva grabación|registrazione|gravação|nagranie|audio|track|untitled project|video|movie|clip|zoom|memo'],
  ['a download', 'download|file|datei|fichier|archivo|unknown|attachment|anhang'],
]

const TABLE: readonly DefaultName[] = [
  ...WORDS.map(([what, words]): DefaultName => ({ what, pattern: new RegExp(`^(?:${words})${SERIAL}$`, 'iu') })),
  { what: 'a camera file', pattern: /^(?:_?dsc[fn_]?|img|imgp|image|mvi|mov|vid|pict?|p|sam|gopr|gh\d\d|dji|cimg|sdc|hpim|fuji|kimg|pxl|wp|_mg|r\d{2}|dscn|dscf)[_-]?\d{3,8}(?:[_-]\d{3,9}){0,2}(?:[_.]?(?:hdr|bur\d*|cover|mp|portrait))?$/i },
  { what: 'a camera file', pattern: /^\d{3}[_-]\d{4}$/ },
  { what: 'a bare date', pattern: /^\d{4}[-_. ]?\d{2}[-_. ]?\d{2}(?:[-_. T]+(?:at )?\d{2}[-_.:h ]?\d{2}(?:[-_.: ]?\d{2})?)?(?:[-_. ]\d{1,4})?$/ },
  { what: 'a bare date', pattern: /^\d{1,2}[-_. ]\d{1,2}[-_. ]\d{2,4}(?:[-_. ]+\d{1,2}[-_.: ]\d{2}(?:[-_.: ]\d{2})?)?$/ },
  { what: 'a screen picture', pattern: /^(?:screenshot|screen shot|bildschirmfoto|capture d[’']écran)[ _-]*(?:from |vom |du )?\d{4}.*$/iu },
  { what: 'a message attachment', pattern: /^(?:img|vid|aud|ptt|doc)-\d{8}-wa\d{4}$/i },
  { what: 'a placeholder', pattern: /^[x_#0-]*x{3,}[x_#0-]*$/i },
]

/**
 * Tells a name that a program or device gave, not a person.
 *
 * @param base - name without extension, any copy mark taken off
 * @returns what kind of file is called so, or `null`
 * @example
 * defaultName('Document1') //=> 'an unsaved document'
 * defaultName('IMG_4711') //=> 'a camera file'
 */
export function defaultName(base: string): string | null {
  const text = base.trim().normalize('NFC')
  return TABLE.find(({ pattern }) => pattern.test(text))?.what ?? null
}
