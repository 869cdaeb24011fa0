/** What one format is. */
export interface Format {
  id: string
  /** What it is, without any maker's name. */
  label: string
  family: string
  /** All extensions that are right for it, lower case, the usual one first. */
  extensions: readonly string[]
  mediaType: string
  /** `working`: the file a program works in; `exchange`: the form made to be passed on. */
  use: 'working' | 'exchange'
  /** Other ids that a file of this format also counts as. */
  satisfies: readonly string[]
  /** Text that the bytes cannot tell from other text: here the extension decides. */
  freeText: boolean
}

type Row = readonly [id: string, label: string, extensions: string, mediaType: string, use: 'working' | 'exchange', satisfies?: string]

/** One block a family; a row: id · label · extensions · media type (IANA where registered) · use · also counts as. */
const FAMILIES: Record<string, readonly Row[]> = {
  'text document': [
    ['docx', 'text document', 'docx', 'application/vnd.openxmlformats-officedocument.wordprocessingml.document', 'working'],
    ['docm', 'text document with macros', 'docm', 'application/vnd.ms-word.document.macroEnabled.12', 'working'],
    ['dotx', 'text document template', 'dotx', 'application/vnd.openxmlformats-officedocument.wordprocessingml.template', 'working'],
    ['doc', 'text document, older binary form', 'doc dot', 'application/msword', 'working'],
    ['odt', 'open text document', 'odt', 'application/vnd.oasis.opendocument.text', 'working'],
    ['ott', 'open text document template', 'ott', 'application/vnd.oasis.opendocument.text-template', 'working'],
    ['fodt', 'open text document, flat', 'fodt', 'application/vnd.oasis.opendocument.text-flat-xml', 'working', 'xml'],
    ['rtf', 'rich text', 'rtf', 'application/rtf', 'exchange'],
    ['tex', 'typesetting source', 'tex ltx', 'text/x-tex', 'working', 'txt'],
  ],
  'spreadsheet': [
    ['xlsx', 'spreadsheet', 'xlsx', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', 'working'],
    ['xlsm', 'spreadsheet with macros', 'xlsm', 'application/vnd.ms-excel.sheet.macroEnabled.12', 'working'],
    ['xltx', 'spreadsheet template', 'xltx', 'application/vnd.openxmlformats-officedocument.spreadsheetml.template', 'working'],
    ['xls', 'spreadsheet, older binary form', 'xls xlt', 'application/vnd.ms-excel', 'working'],
    ['ods', 'open spreadsheet', 'ods', 'application/vnd.oasis.opendocument.spreadsheet', 'working'],
  ],
  'slides': [
    ['pptx', 'slides', 'pptx', 'application/vnd.openxmlformats-officedocument.presentationml.presentation', 'working'],
    ['ppsx', 'slide show', 'ppsx', 'application/vnd.openxmlformats-officedocument.presentationml.slideshow', 'working'],
    ['ppt', 'slides, older binary form', 'ppt pps pot', 'application/vnd.ms-powerpoint', 'working'],
    ['odp', 'open slides', 'odp', 'application/vnd.oasis.opendocument.presentation', 'working'],
  ],
  'page document': [
    ['pdf', 'page document', 'pdf', 'application/pdf', 'exchange'],
    ['ps', 'page description', 'ps', 'application/postscript', 'exchange'],
    ['eps', 'page description, one picture', 'eps epsf', 'application/postscript', 'exchange', 'ps'],
    ['djvu', 'scanned pages', 'djvu djv', 'image/vnd.djvu', 'exchange'],
    ['xps', 'fixed pages', 'xps oxps', 'application/oxps', 'exchange'],
  ],
  'image': [
    ['jpg', 'photo image', 'jpg jpeg jpe jfif', 'image/jpeg', 'exchange'],
    ['png', 'lossless image', 'png', 'image/png', 'exchange'],
    ['apng', 'animated lossless image', 'apng png', 'image/apng', 'exchange', 'png'],
    ['gif', 'indexed image', 'gif', 'image/gif', 'exchange'],
    ['webp', 'web image', 'webp', 'image/webp', 'exchange'],
    ['bmp', 'bitmap', 'bmp dib', 'image/bmp', 'exchange'],
    ['tif', 'tagged image', 'tif tiff', 'image/tiff', 'exchange'],
    ['heic', 'high-efficiency image', 'heic heif', 'image/heic', 'exchange'],
    ['avif', 'high-efficiency web image', 'avif', 'image/avif', 'exchange'],
    ['jxl', 'next-generation image', 'jxl', 'image/jxl', 'exchange'],
    ['jp2', 'wavelet image', 'jp2 jpx j2k', 'image/jp2', 'exchange'],
    ['ico', 'icon', 'ico', 'image/vnd.microsoft.icon', 'exchange'],
    ['exr', 'high dynamic range image', 'exr', 'image/x-exr', 'exchange'],
    ['dng', 'camera raw, open', 'dng', 'image/x-adobe-dng', 'working', 'tif'],
  ],
  'layered image': [
    ['psd', 'layered image', 'psd', 'image/vnd.adobe.photoshop', 'working'],
    ['psb', 'layered image, large', 'psb', 'image/vnd.adobe.photoshop', 'working'],
    ['xcf', 'layered image', 'xcf', 'image/x-xcf', 'working'],
    ['kra', 'layered image', 'kra', 'application/x-krita', 'working'],
    ['ora', 'layered image, open', 'ora', 'image/openraster', 'working'],
  ],
  'vector drawing': [
    ['svg', 'vector drawing', 'svg', 'image/svg+xml', 'exchange', 'xml'],
    ['odg', 'open drawing', 'odg', 'application/vnd.oasis.opendocument.graphics', 'working'],
    ['wmf', 'metafile', 'wmf', 'image/wmf', 'exchange'],
    ['emf', 'extended metafile', 'emf', 'image/emf', 'exchange'],
  ],
  'drawing and CAD': [
    ['dxf', 'drawing exchange', 'dxf', 'image/vnd.dxf', 'exchange'],
    ['dwg', 'drawing', 'dwg', 'image/vnd.dwg', 'working'],
    ['step', 'solid model exchange', 'step stp', 'model/step', 'exchange'],
    ['iges', 'surface model exchange', 'igs iges', 'model/iges', 'exchange'],
    ['ifc', 'building model', 'ifc', 'application/x-step', 'exchange', 'step'],
    ['fcstd', 'parametric design', 'fcstd', 'application/x-extension-fcstd', 'working'],
    ['scad', 'design script', 'scad', 'application/x-openscad', 'working', 'txt'],
  ],
  'mesh': [
    ['stl', 'mesh', 'stl', 'model/stl', 'exchange'],
    ['obj', 'mesh with materials', 'obj', 'model/obj', 'exchange'],
    ['ply', 'point or mesh data', 'ply', 'model/ply', 'exchange'],
    ['off', 'mesh', 'off', 'model/off', 'exchange'],
    ['3mf', 'print model', '3mf', 'model/3mf', 'exchange'],
    ['amf', 'additive manufacturing model', 'amf', 'application/x-amf', 'exchange', 'xml'],
    ['glb', 'scene', 'glb', 'model/gltf-binary', 'exchange'],
    ['gltf', 'scene, text form', 'gltf', 'model/gltf+json', 'exchange', 'json'],
    ['dae', 'scene exchange', 'dae', 'model/vnd.collada+xml', 'exchange', 'xml'],
    ['x3d', 'scene, open', 'x3d', 'model/x3d+xml', 'exchange', 'xml'],
    ['blend', 'scene project', 'blend', 'application/x-blender', 'working'],
    ['gcode', 'machine path', 'gcode nc ngc', 'text/x.gcode', 'exchange', 'txt'],
  ],
  'audio': [
    ['wav', 'uncompressed sound', 'wav wave', 'audio/vnd.wave', 'exchange'],
    ['flac', 'lossless sound', 'flac', 'audio/flac', 'exchange'],
    ['mp3', 'compressed sound', 'mp3', 'audio/mpeg', 'exchange'],
    ['m4a', 'compressed sound', 'm4a', 'audio/mp4', 'exchange'],
    ['aac', 'compressed sound stream', 'aac', 'audio/aac', 'exchange'],
    ['ogg', 'open compressed sound', 'ogg oga', 'audio/ogg', 'exchange'],
    ['opus', 'open compressed sound', 'opus', 'audio/opus', 'exchange', 'ogg'],
    ['aiff', 'uncompressed sound', 'aif aiff aifc', 'audio/aiff', 'exchange'],
    ['mid', 'note data', 'mid midi', 'audio/midi', 'exchange'],
    ['au', 'uncompressed sound', 'au snd', 'audio/basic', 'exchange'],
    ['amr', 'speech', 'amr', 'audio/AMR', 'exchange'],
  ],
  'video': [
    ['mp4', 'video', 'mp4 m4v', 'video/mp4', 'exchange'],
    ['mov', 'video', 'mov qt', 'video/quicktime', 'exchange'],
    ['3gp', 'phone video', '3gp', 'video/3gpp', 'exchange'],
    ['mkv', 'open video', 'mkv', 'video/matroska', 'exchange'],
    ['mka', 'open sound container', 'mka', 'audio/matroska', 'exchange'],
    ['webm', 'web video', 'webm', 'video/webm', 'exchange'],
    ['ogv', 'open video', 'ogv', 'video/ogg', 'exchange'],
    ['avi', 'older video', 'avi', 'video/vnd.avi', 'exchange'],
    ['mpg', 'video stream', 'mpg mpeg', 'video/mpeg', 'exchange'],
    ['wmv', 'streaming video or sound', 'wmv wma asf', 'video/x-ms-asf', 'exchange'],
    ['flv', 'older web video', 'flv', 'video/x-flv', 'exchange'],
  ],
  'archive': [
    ['zip', 'archive', 'zip', 'application/zip', 'exchange'],
    ['tar', 'archive, uncompressed', 'tar', 'application/x-tar', 'exchange'],
    ['tar.gz', 'archive', 'tar.gz tgz', 'application/gzip', 'exchange', 'gz'],
    ['gz', 'compressed file', 'gz', 'application/gzip', 'exchange'],
    ['bz2', 'compressed file', 'bz2 tar.bz2', 'application/x-bzip2', 'exchange'],
    ['xz', 'compressed file', 'xz tar.xz', 'application/x-xz', 'exchange'],
    ['zst', 'compressed file', 'zst tar.zst', 'application/zstd', 'exchange'],
    ['7z', 'archive', '7z', 'application/x-7z-compressed', 'exchange'],
    ['rar', 'archive', 'rar', 'application/vnd.rar', 'exchange'],
    ['jar', 'program archive', 'jar', 'application/java-archive', 'exchange', 'zip'],
    ['iso', 'disc image', 'iso', 'application/vnd.efi.iso', 'exchange'],
    ['exe', 'program', 'exe dll', 'application/vnd.microsoft.portable-executable', 'working'],
    ['elf', 'program', 'elf so', 'application/x-elf', 'working'],
  ],
  'book and mail': [
    ['epub', 'electronic book', 'epub', 'application/epub+zip', 'exchange'],
    ['eml', 'mail message', 'eml', 'message/rfc822', 'exchange'],
    ['msg', 'mail message, binary', 'msg', 'application/vnd.ms-outlook', 'working'],
    ['mbox', 'mailbox', 'mbox', 'application/mbox', 'exchange'],
    ['ics', 'calendar', 'ics', 'text/calendar', 'exchange'],
    ['vcf', 'address card', 'vcf', 'text/vcard', 'exchange'],
  ],
  'geodata': [
    ['geojson', 'map features', 'geojson json', 'application/geo+json', 'exchange', 'json'],
    ['gpx', 'tracks and waypoints', 'gpx', 'application/gpx+xml', 'exchange', 'xml'],
    ['kml', 'map overlay', 'kml', 'application/vnd.google-earth.kml+xml', 'exchange', 'xml'],
    ['kmz', 'map overlay, packed', 'kmz', 'application/vnd.google-earth.kmz', 'exchange'],
    ['gml', 'map features, markup', 'gml', 'application/gml+xml', 'exchange', 'xml'],
    ['gpkg', 'map database', 'gpkg', 'application/geopackage+sqlite3', 'exchange', 'sqlite'],
    ['shp', 'map shapes', 'shp', 'application/vnd.shp', 'exchange'],
    ['dbf', 'table of attributes', 'dbf', 'application/vnd.dbf', 'exchange'],
  ],
  'data and markup': [
    ['txt', 'plain text', 'txt text', 'text/plain', 'exchange'],
    ['csv', 'table as text', 'csv', 'text/csv', 'exchange', 'txt'],
    ['tsv', 'table as text, by tabs', 'tsv tab', 'text/tab-separated-values', 'exchange', 'txt'],
    ['md', 'marked-down text', 'md markdown', 'text/markdown', 'exchange', 'txt'],
    ['log', 'log', 'log', 'text/plain', 'exchange', 'txt'],
    ['json', 'structured data', 'json', 'application/json', 'exchange'],
    ['xml', 'marked-up data', 'xml', 'application/xml', 'exchange'],
    ['yaml', 'structured data', 'yaml yml', 'application/yaml', 'exchange', 'txt'],
    ['ini', 'settings', 'ini cfg conf', 'text/plain', 'exchange', 'txt'],
    ['html', 'web page', 'html htm xhtml', 'text/html', 'exchange'],
    ['srt', 'subtitles', 'srt', 'application/x-subrip', 'exchange', 'txt'],
    ['vtt', 'subtitles', 'vtt', 'text/vtt', 'exchange', 'txt'],
    ['bib', 'references', 'bib', 'application/x-bibtex', 'exchange', 'txt'],
    ['musicxml', 'score', 'musicxml', 'application/vnd.recordare.musicxml+xml', 'exchange', 'xml'],
    ['sqlite', 'database', 'sqlite sqlite3 db', 'application/vnd.sqlite3', 'working'],
  ],
  'source text': [
    ['py', 'source text', 'py', 'text/x-python', 'working', 'txt'],
    ['js', 'source text', 'js mjs', 'text/javascript', 'working', 'txt'],
    ['ts', 'source text', 'ts', 'text/typescript', 'working', 'txt'],
    ['css', 'style sheet', 'css', 'text/css', 'working', 'txt'],
    ['c', 'source text', 'c h', 'text/x-c', 'working', 'txt'],
    ['cpp', 'source text', 'cpp cc hpp', 'text/x-c++', 'working', 'txt'],
    ['java', 'source text', 'java', 'text/x-java', 'working', 'txt'],
    ['r', 'source text', 'r', 'text/x-r', 'working', 'txt'],
    ['sql', 'query text', 'sql', 'application/sql', 'working', 'txt'],
    ['sh', 'script', 'sh', 'text/x-sh', 'working', 'txt'],
  ],
  'font': [
    ['ttf', 'font', 'ttf', 'font/ttf', 'exchange'],
    ['otf', 'font', 'otf', 'font/otf', 'exchange'],
    ['ttc', 'font collection', 'ttc', 'font/collection', 'exchange'],
    ['woff', 'web font', 'woff', 'font/woff', 'exchange'],
    ['woff2', 'web font', 'woff2', 'font/woff2', 'exchange'],
  ],
  'pointer': [
    ['url', 'shortcut', 'url', 'application/x-mswinurl', 'working', 'txt'],
    ['desktop', 'shortcut', 'desktop', 'application/x-desktop', 'working', 'txt'],
    ['webloc', 'shortcut', 'webloc', 'application/x-webloc', 'working'],
    ['lnk', 'shortcut', 'lnk', 'application/x-ms-shortcut', 'working'],
  ],
}

/** Text formats whose bytes prove nothing that plain text would not: the extension chooses among them. */
const FREE_TEXT = new Set([
  'txt', 'csv', 'tsv', 'md', 'log', 'yaml', 'ini', 'srt', 'bib', 'tex', 'scad', 'gcode',
  'py', 'js', 'ts', 'css', 'c', 'cpp', 'java', 'r', 'sql', 'sh',
])

/** Every known format, in the table's order. */
export const FORMATS: readonly Format[] = Object.entries(FAMILIES).flatMap(([family, rows]) =>
  rows.map(([id, label, extensions, mediaType, use, satisfies = '']): Format => ({
    id,
    label,
    family,
    extensions: extensions.split(' '),
    mediaType,
    use,
    satisfies: satisfies.split(' ').filter(Boolean),
    freeText: FREE_TEXT.has(id),
  })))

const BY_ID = new Map(FORMATS.map(format => [format.id, format]))
const BY_EXTENSION = new Map<string, string[]>()
for (const format of FORMATS) {
  for (const extension of format.extensions) {
    const ids = BY_EXTENSION.get(extension)
    if (ids) ids.push(format.id)
    else BY_EXTENSION.set(extension, [format.id])
  }
}

/** Ids of text formats that the bytes cannot tell apart, plain text first. */
export const FREE_TEXT_IDS: readonly string[] = FORMATS.filter(format => format.freeText).map(format => format.id)
  .sort((a, b) => (a === 'txt' ? -1 : b === 'txt' ? 1 : 0))

export function formatById(id: string): Format | undefined {
  return BY_ID.get(id)
}

/**
 * What a format is called on screen.
 *
 * @example
 * formatLabel('docx') //=> 'text document (docx)'
 */
export function formatLabel(id: string): string {
  if (id === 'unknown') return 'of no known format'
  if (id === 'empty') return 'empty'
  const format = BY_ID.get(id)
  return format ? `${format.label} (${id})` : id
}

/** Ids of the formats an extension (lower case, without dot) stands for. */
export function formatsOfExtension(extension: string): readonly string[] {
  return BY_EXTENSION.get(extension) ?? []
}

/**
 * Whether a file of format `id` counts as one of the accepted formats.
 *
 * @example
 * countsAs('geojson', 'json') //=> true
 */
export function countsAs(id: string, accepted: string): boolean {
  return id === accepted || (BY_ID.get(id)?.satisfies.includes(accepted) ?? false)
}
