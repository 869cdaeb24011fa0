import { monthOf, WEEKDAY_WORDS } from './months'

/** Kinds of files that get a name by themselves; the words for them stand in `wording`. */
export type DefaultName
  = 'document' | 'file' | 'table' | 'slides' | 'drawing' | 'image' | 'screen' | 'scan' | 'recording'
    | 'film' | 'download' | 'camera' | 'date' | 'message' | 'meeting' | 'key' | 'number' | 'placeholder'

/** Names that programs and devices give by themselves, as a word before a number; by what they are, in many languages. */
export const DEFAULT_WORDS: readonly { what: DefaultName, words: readonly string[] }[] = [
  { what: 'document', words: [
    'Document', 'Dokument', 'Documento', 'Documentum', 'Doc', 'Dok', 'Text', 'Note', 'New note', 'Notiz', 'Neue Notiz', 'Nueva nota',
    'Nuova nota', 'Texto', 'Texte', 'Page', 'Dokumentti', 'Dokumentum',
    'Belge', 'Asiakirja', 'Dokumentas', 'Dokuments', 'Dokumenti', 'Документ', 'Έγγραφο', '文档', '文書', '문서', 'مستند', 'מסמך',
  ] },
  { what: 'file', words: [
    'Untitled', 'Unnamed', 'Noname', 'No name', 'New file', 'New document', 'New text document', 'Unbenannt', 'Neues Dokument',
    'Neu Textdokument', 'Neues Textdokument', 'Sans titre', 'Sans nom', 'Nouveau document', 'Nouveau document texte',
    'Sin título', 'Sin titulo', 'Nuevo documento', 'Sem título', 'Sem titulo', 'Novo documento', 'Untitled document', 'Untitled presentation',
    'Untitled spreadsheet', 'Untitled design', 'Unbenanntes Dokument',
    'Unbenannte Präsentation', 'Unbenannte Tabelle', 'Dokument ohne Titel', 'Ohne Titel', 'Ohne Namen', 'Document sans titre',
    'Présentation sans titre', 'Feuille de calcul sans titre', 'Documento sin título', 'Sin nombre', 'Documento sem título', 'Sem nome',
    'Documento senza titolo', 'Naamloos document', 'Zonder titel', 'Dokument bez tytułu', 'Bez nazwy', 'Namnlöst dokument',
    'Ikke navngivet', 'Unavngivet dokument', 'Senza titolo', 'Senza nome',
    'Nuovo documento', 'Naamloos', 'Nieuw document', 'Bez názvu', 'Bez tytułu', 'Nowy dokument', 'Namnlös', 'Uten navn',
    'Uden titel', 'Nimetön', 'Névtelen', 'Fără titlu', 'Adsız', 'Neimenovano', 'Új dokumentum', 'Új szöveges dokumentum', 'Nový dokument',
    'Nové dokument', 'Nyt dokument', 'Nytt dokument', 'Uusi asiakirja', 'Uusi tekstitiedosto', 'Document nou', 'Yeni belge', 'Yeni metin belgesi',
    'Nov dokument', 'Novi dokument', 'Новий документ', 'Nov tekstovni dokument', 'Без имени', 'Без названия', 'Безымянный',
    'Nuevo documento de texto', 'Novo documento de texto', 'Nuovo documento di testo', 'Nieuw tekstdocument', 'Nowy dokument tekstowy',
    'Nytt textdokument', 'Nytt tekstdokument', 'Nyt tekstdokument', 'Nový textový dokument', 'Новый текстовый документ', 'Документ без названия',
    'Презентация без названия', 'Presentación sin título', 'Apresentação sem título', 'Presentazione senza titolo', 'Naamloze presentatie',
    'Namnlös presentation', 'Hoja de cálculo sin título', 'Planilha sem título', 'Foglio di lavoro senza titolo', 'Unbenannte Notiz',
    'Design ohne Titel', 'Diseño sin título', 'Design sans titre', 'Design sem nome', '新建文本文档', '新しいテキスト ドキュメント', '無題のドキュメント',
    '無題のプレゼンテーション', '無題のスプレッドシート',
    'Новый документ', 'Χωρίς τίτλο', '无标题', '無題', '未命名', '新建文档', '名称未設定', '新規ドキュメント', '제목 없음', '이름 없음', 'بدون عنوان', 'ללא שם',
  ] },
  { what: 'table', words: [
    'Book', 'Workbook', 'Mappe', 'Classeur', 'Libro', 'Cartel', 'Cartella', 'Pasta', 'Map', 'Zeszyt', 'Sešit', 'Bok',
    'Projektmappe', 'Työkirja', 'Werkmap', 'Munkafüzet',
    'Spreadsheet', 'Sheet', 'Table', 'Tabelle', 'Tabla', 'Tableau', 'Книга', 'Βιβλίο', '工作簿', 'ブック',
    '통합 문서',
  ] },
  { what: 'slides', words: [
    'Presentation', 'Präsentation', 'Présentation', 'Presentación', 'Presentazione', 'Apresentação', 'Presentatie', 'Prezentacja',
    'Prezentace', 'Presentasjon', 'Præsentation', 'Esitys', 'Bemutató', 'Slides', 'Презентация', 'Παρουσίαση', '演示文稿', 'プレゼンテーション', '프레젠테이션',
  ] },
  { what: 'drawing', words: [
    'Drawing', 'Zeichnung', 'Dessin', 'Dibujo', 'Disegno', 'Desenho', 'Tekening', 'Rysunek', 'Part', 'Assembly', 'Assem',
    'Sketch', 'Model', 'Scene', 'Design', 'Bauteil', 'Baugruppe', 'Skizze', 'Pièce', 'Assemblage', 'Pieza', 'Ensamblaje', 'Peça',
    'Parte', 'Assieme', 'Część', 'Unnamed part', 'Чертеж', 'Деталь', '图纸', '零件', '図面', '部品',
  ] },
  { what: 'image', words: [
    'Image', 'Bild', 'Imagen', 'Immagine', 'Imagem', 'Afbeelding', 'Obraz', 'Kuva', 'Picture', 'Photo', 'Foto', 'Pixel', 'Layer',
    'Canvas', 'Изображение', 'Εικόνα', '图片', '图像', '画像', '사진',
  ] },
  { what: 'screen', words: [
    'Screenshot', 'Screen shot', 'Screen capture', 'Bildschirmfoto', 'Capture', 'Capture d’écran', 'Capture d\'écran',
    'Captura de pantalla', 'Captura de tela', 'Captura de ecrã', 'Schermata', 'Schermafbeelding', 'Zrzut ekranu', 'Skärmavbild',
    'Skjermbilde', 'Skærmbillede', 'Screen recording', 'Bildschirmaufnahme', 'Snímek obrazovky', 'Snímka obrazovky', 'Kuvakaappaus',
    'Képernyőkép', 'Captură de ecran', 'Ekran görüntüsü', 'Ekran resmi', 'Snimka zaslona', 'Posnetek zaslona', 'لقطة شاشة', 'צילום מסך',
    'Снимок экрана', 'Στιγμιότυπο', '屏幕截图', '屏幕快照', 'スクリーンショット', '스크린샷',
  ] },
  { what: 'scan', words: [
    'Scan', 'Scans', 'Scanned', 'New scan', 'Neuer Scan', 'Nouveau scan', 'Scanned documents', 'Scanned document', 'Scanned image',
    'Scan document', 'Gescanntes Dokument', 'Numérisation', 'Numériser',
    'Document numérisé', 'Escaneo', 'Escanear', 'Documento escaneado', 'Digitalização', 'Scansione', 'Documento scansionato',
    'Numérisé', 'Escáner', 'Digitalizado', 'Skenování', 'Skeniranje', 'Tarama',
    'Skan', 'Skannet', 'Skanning', 'Img_scan', 'Doc_scan', 'Скан', 'Сканирование', 'Σάρωση', '扫描', '扫描件', 'スキャン', '스캔',
  ] },
  { what: 'recording', words: [
    'Recording', 'New recording', 'Standard recording', 'Rec', 'Voice message', 'Sprachnachricht', 'Message vocal', 'Mensaje de voz', 'Voice',
    'Voice memo', 'Voice recording', 'Voice note', 'Aufnahme', 'Neue Aufnahme',
    'Sprachaufnahme', 'Sprachmemo', 'Enregistrement', 'Nouvel enregistrement', 'Mémo vocal', 'Grabación', 'Nueva grabación',
    'Nota de voz', 'Gravação', 'Nova gravação', 'Registrazione', 'Nuova registrazione', 'Memo vocale', 'Opname', 'Nieuwe opname',
    'Nagranie', 'Nowe nagranie', 'Hangfelvétel', 'Új felvétel', 'Nahrávka', 'Nová nahrávka', 'Äänitys', 'Uusi äänitys', 'Înregistrare',
    'Ses kaydı', 'Yeni kayıt', 'Snimka', 'Posnetek', 'Inspelning', 'Ny inspelning', 'Opptak', 'Optagelse', 'Запись', 'Новая запись', 'Εγγραφή', '录音',
    '新录音', '新規録音', '音声', '녹음', 'Audio', 'Track', 'Sound', 'Untitled project', 'Memo', 'Zoom',
  ] },
  { what: 'film', words: [
    'Video', 'Movie', 'Clip', 'Film', 'Vidéo', 'Vídeo', 'Sequence', 'Sequenz', 'Séquence', 'My movie', 'Mein Film', 'Mon film',
    'Видео', '视频', '動画', '동영상',
  ] },
  { what: 'download', words: [
    'Download', 'File', 'Datei', 'Fichier', 'Archivo', 'Arquivo', 'Bestand', 'Plik', 'Unknown', 'Attachment', 'Anhang',
    'Mail attachment', 'Winmail', 'Message', 'Nachricht', 'Pièce jointe', 'Adjunto', 'Anexo', 'Allegato', 'Bijlage', 'Attachments', 'ATT',
    'Файл', 'Вложение', '附件', '文件', '添付ファイル',
    '첨부파일', 'Archive', 'Archiv',
  ] },
]

/** Stands for the name of a month: some hundred of these in one expression take seconds to be made ready. */
const MONTH = '\u{F8FF}'
const withMonths = (text: string): string => text.replace(/\p{L}{3,}/gu, word => (monthOf(word) === undefined ? word : MONTH))

/** Names with a form of their own; each example is one. */
export const DEFAULT_FORMS: readonly { what: DefaultName, pattern: RegExp, examples: readonly string[] }[] = [
  {
    what: 'camera',
    pattern: /^(?:_?dsc[fn_]?|_?img|imgp|image|mvi|mov|vid|pict?|p|sam|gopr|gx\d\d|gh\d\d|dji|cimg|sdc|hpim|fuji|kimg|pxl|wp|_mg|mvimg|imag|img_e|burst|r\d{2}|dcim|pano|ptz)[_-]?(?:\d{3,8}|\d{14,17})(?:[_-]\d{3,9}){0,2}(?:[_.~]?(?:hdr|bur\d*|cover|mp|portrait|night|pano|\d))?$/i,
    examples: [
      'IMG_4711', 'DSC01234', '_DSC0042', 'DSCF1234', 'DSCN0001', 'P1013687', 'GOPR0042', 'GX010123', 'DJI_0007', 'MVI_0815',
      'PXL_20261016_143000123', 'IMG_20261016_143000', 'VID_20261016_143000', 'WP_20261016_001', 'SAM_0101',
      'IMG_20261016_143000_HDR', 'IMG20261016143000', 'MVIMG_20261016_143000', 'IMAG0042', 'IMG_E4711',
    ],
  },
  {
    what: 'screen', pattern: /^rp_?replay_final\d{6,}$/i, examples: ['RPReplay_Final1760625000'],
  },
  { what: 'recording', pattern: /^\d{2}(?:0[1-9]|1[0-2])(?:0[1-9]|[12]\d|3[01])_\d{3,4}$/, examples: ['261016_0012', '261016_004'] },
  { what: 'recording', pattern: /^(?:vn|r|dm|ste|rec|zoom)[_-]?\d{3,8}(?:[_-]\d{3,6})?$/i, examples: ['VN_20261016_1430', 'STE-000', 'REC_0012'] },
  { what: 'film', pattern: /^trim[._-][0-9a-f-]{8,36}$/i, examples: ['trim.3F2504E0-4F89-41D3-9A0C-0305E82C3301'] },
  { what: 'camera', pattern: /^\d{3}[_-]\d{4}$/, examples: ['100_0042', '101-0815'] },
  {
    what: 'film', pattern: /^(?:c\d{4}|mah\d{5}|[a-h]\d{3}_?c\d{3}(?:_\w{4,12})?)$/i,
    examples: ['C0001', 'MAH00012', 'A001_C003_1016AB'],
  },
  { what: 'camera', pattern: /^\d{8}[_-]\d{6,9}(?:[_~(-]?\d{1,3}\)?)?$/, examples: ['20261016_143000', '20261016-143000123', '20261016_143000~2'] },
  {
    what: 'date',
    pattern: /^(?:19|20)\d\d[-_. ]?(?:0[1-9]|1[0-2])[-_. ]?(?:0[1-9]|[12]\d|3[01])(?:[-_. T]+(?:at |um |à )?\d{2}[-_.:h ]?\d{2}(?:[-_.: ]?\d{2})?)?(?:[-_. ]\d{1,4})?$/,
    examples: ['2026-10-16', '20261016', '2026-10-16 14.30.00', '2026-10-16T14-30', '2026_10_16_2'],
  },
  {
    what: 'date', pattern: /^\d{1,2}[-_. ]\d{1,2}[-_. ]\d{2,4}(?:[-_. ,]+\d{1,2}[-_.: ]\d{2}(?:[-_.: ]\d{2})?)?$/,
    examples: ['16.10.2026', '16-10-26', '10_16_2026', '16.10.2026 14.30'],
  },
  {
    what: 'date',
    pattern: new RegExp(`^(?:(?:${WEEKDAY_WORDS})\\.?,? )?(?:(?:le|el|il|den|am) )?`
      + `(?:\\d{1,2}\\.? (?:de )?${MONTH}\\.?(?: de)?|${MONTH}\\.? \\d{1,2},?)`
      + `(?: \\d{4})?(?:[ ,]+(?:at |um |à |kl\\.? )?\\d{1,2}[.:h _-]\\d{2}(?: ?[ap]m)?)?$`, 'iu'),
    examples: [
      '16 October 2026', 'Fri 16 Oct 2026', '16. Oktober 2026', 'Freitag, 16. Oktober 2026', '16 octobre 2026', '16 de octubre de 2026',
      'Oct 16, 2026', 'October 16', 'vrijdag 16 oktober 2026', '16 października 2026', 'Oct 16, 2026 at 2.30 PM',
    ],
  },
  {
    what: 'screen',
    pattern: /^(?:screenshot|screen shot|screen recording|bildschirmfoto|bildschirmaufnahme|capture d[’']écran|captura de pantalla|captura de tela|schermata|schermafbeelding|zrzut ekranu|снимок экрана|屏幕截图|スクリーンショット|스크린샷)[ _-]*(?:from |vom |du |de |a las )?\d{4}.*$/iu,
    examples: [
      'Screenshot 2026-10-16 at 14.30.00', 'Screenshot_20261016-143000', 'Screenshot from 2026-10-16 14-30-00',
      'Bildschirmfoto 2026-10-16 um 14.30.00', 'Capture d’écran 2026-10-16', 'スクリーンショット 2026-10-16 14.30.00',
    ],
  },
  { what: 'message', pattern: /^(?:img|vid|aud|ptt|doc|stk)-\d{8}-wa\d{4}$/i, examples: ['IMG-20261016-WA0003', 'PTT-20261016-WA0001'] },
  {
    what: 'message', pattern: /^(?:photo|video|audio|file|document|voice)_\d{4}-\d{2}-\d{2}_\d{2}-\d{2}-\d{2}$/i,
    examples: ['photo_2026-10-16_14-30-00', 'audio_2026-10-16_14-30-00'],
  },
  {
    what: 'message', pattern: /^(?:received|[a-z]{2}_img|signal)[_-][\d-]{10,20}$/i,
    examples: ['received_1234567890123456', 'FB_IMG_1760625000123', 'signal-2026-10-16-143000'],
  },
  {
    // the sender's program, what it is, and when
    what: 'message',
    pattern: /^\p{L}{4,12} (?:image|video|audio|document|ptt|bild|foto|photo|imagen|immagine|imagem|afbeelding|vidéo|vídeo) \d{4}-\d{2}-\d{2} .*$/iu,
    examples: ['Messenger Image 2026-10-16 at 14.30.00', 'Messenger Bild 2026-10-16 um 14.30.00_1a2b3c'],
  },
  {
    what: 'file',
    pattern: /^(?:new|neue?s?|nouveau|nouvelle|nuevo|nueva|novo|nova|nuovo|nuova|nieuwe?|nowy|nový|nytt?|uusi|új|yeni|nou|nov[ia]?|новый) microsoft .{3,30}$/iu,
    examples: ['New Microsoft Word Document', 'Neues Microsoft Word-Dokument (2)', 'Új Microsoft Word dokumentum'],
  },
  {
    // a program that scans, the day, and the time
    what: 'scan',
    pattern: /^\p{L}{0,12}scan\p{L}{0,4}[ _-]\d{1,4}[-._]\d{1,2}[-._]\d{1,4}(?:[ _-]\d{1,2}[.:_-]\d{2}(?:[.:_-]\d{2})?)?$/iu,
    examples: ['PageScan 10-16-2026 14.30', 'Scanner_2026-10-16_14-30-00'],
  },
  {
    what: 'scan',
    pattern: /^(?:scan|skm|km|doc|img|epson|brn|brw|hp|canon|xerox|sharp|mx)[_-]?(?:c?\d{2,4}[_-]?)?\d{6,20}(?:[_-]\d{1,4})?$/i,
    examples: ['SKM_C25826101614300', 'Scan20261016143000', 'doc00042120261016143000', 'SCAN_20261016_0001'],
  },
  {
    what: 'meeting', pattern: /^(?:gmt\d{8}-\d{6}|zoom_\d+|meeting[_-]?\d+|audio_only|video\d{6,12}|double_click_to_convert).*$/i,
    examples: ['GMT20261016-143000_Recording', 'audio_only'],
  },
  {
    what: 'key', pattern: /^(?:[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}|[0-9a-f]{32})$/i,
    examples: ['3f2504e0-4f89-41d3-9a0c-0305e82c3301', '9e107d9d372bb6826bd81d3542a419d6'],
  },
  { what: 'number', pattern: /^\d{9,20}$/, examples: ['1760625000123'] },
  { what: 'placeholder', pattern: /^[x_#0-]*x{3,}[x_#0-]*$/i, examples: ['XXXX', 'xxx_XXX', 'XXX-000'] },
  {
    what: 'placeholder',
    pattern: /^(?:asdf+|qwer+ty?|qwertz|aaa+|bla+|foo|bar|test|abc|tbd|todo|name|file ?name|dateiname|nom du fichier|nombre)\d{0,3}$/iu,
    examples: ['asdf', 'aaaa', 'test1', 'tbd', 'filename', 'Dateiname'],
  },
]

/** Any of them: most names are none, and need not be held against each. */
const ANY_FORM = new RegExp(DEFAULT_FORMS.map(({ pattern }) => `(?:${pattern.source})`).join('|'), 'iu')

const SERIAL = '[ _-]?(?:\\(\\d{1,6}\\)|\\d{0,6})'
/** A day, and perhaps a time, behind the word: most programs write when it was made. */
const DAY = '(?:\\d{4}[-_. ]?\\d{2}[-_. ]?\\d{2}|\\d{1,2}[-_. ]\\d{1,2}[-_. ]\\d{2,4}|'
  + `\\d{1,2}\\.? (?:de )?${MONTH}\\.?(?: de)? \\d{4}|${MONTH}\\.? \\d{1,2},? \\d{4})`
const TIME = '\\d{1,2}[-_.:h ]?\\d{2}(?:[-_.: ]?\\d{2})?(?: ?[ap]\\.?m\\.?)?'
const WHEN = `[ _-]*(?:(?:from|vom|am|on|du|del?|van|den|z|af) )?${DAY}(?:[ _T,-]+(?:at |um |à |a las |alle |kl\\.? |om |o )?${TIME})?`
/** What may stand behind one of the words: when it was made, and a serial number. */
const BEHIND_WORD = new RegExp(`^(?:${WHEN})?${SERIAL}$`, 'iu')

const WORDS = new Map(DEFAULT_WORDS.flatMap(({ what, words }) => words.map(word => [word.normalize('NFC').toLowerCase(), what] as const)).reverse())

/**
 * Whether a word is one that programs and devices call files by: it is nobody's name.
 *
 * @example
 * isDefaultWord('Scan') //=> true
 */
export function isDefaultWord(word: string): boolean {
  return WORDS.has(word.normalize('NFC').toLowerCase())
}

/** What a text is that is one of the words, up to a sign or digit, and nothing but a day and a serial number behind it. */
function calledByWord(text: string): DefaultName | null {
  const lower = text.toLowerCase()
  for (let end = 1; end <= lower.length; end++) {
    const what = end === lower.length || !/\p{L}/u.test(lower[end] ?? '') ? WORDS.get(lower.slice(0, end)) : undefined
    if (what !== undefined && BEHIND_WORD.test(withMonths(lower.slice(end)))) return what
  }
  return null
}

/**
 * Tells a name that a program or device gave, not a person.
 *
 * @param base - name without extension, any copy mark taken off
 * @returns what kind of file is called so, or `null`
 * @example
 * defaultName('Document1') //=> 'document'
 * defaultName('IMG_4711') //=> 'camera'
 */
export function defaultName(base: string): DefaultName | null {
  const text = base.trim().normalize('NFC')
  if (text.length > 80) return null
  const plain = withMonths(text)
  const form = ANY_FORM.test(plain) ? DEFAULT_FORMS.find(({ pattern }) => pattern.test(plain)) : undefined
  return form?.what ?? calledByWord(text)
}
