/** Folders that programs save into by themselves; the words for them stand in `wording`. */
export type DefaultFolder = 'downloads' | 'desktop' | 'documents' | 'pictures' | 'media' | 'new' | 'temporary'

/** Folders that systems and programs save into by themselves, by what they are for; common practice, no source. */
export const DEFAULT_FOLDERS: readonly { what: DefaultFolder, names: readonly string[] }[] = [
  { what: 'downloads', names: [
    'Downloads', 'Download', 'My Downloads', 'Téléchargements', 'Descargas', 'Transferências', 'Hämtade filer', 'Nedlastinger',
    'Pobrane', 'Stažené soubory', 'Загрузки', '下载', 'ダウンロード', '다운로드',
  ] },
  { what: 'desktop', names: [
    'Desktop', 'Schreibtisch', 'Bureau', 'Escritorio', 'Ambiente de trabalho', 'Área de Trabalho', 'Scrivania', 'Bureaublad',
    'Pulpit', 'Plocha', 'Skrivbord', 'Skrivebord', 'Työpöytä', 'Рабочий стол', '桌面', 'デスクトップ', '바탕 화면',
  ] },
  { what: 'documents', names: [
    'Documents', 'My Documents', 'Dokumente', 'Eigene Dokumente', 'Mes documents', 'Documentos', 'Mis documentos', 'Documenti',
    'Documenten', 'Dokumenty', 'Dokument', 'Dokumenter', 'Документы', '文档', '書類', '문서',
  ] },
  { what: 'pictures', names: [
    'Pictures', 'My Pictures', 'Bilder', 'Eigene Bilder', 'Images', 'Mes images', 'Imágenes', 'Imagens', 'Immagini',
    'Afbeeldingen', 'Obrazy', 'Obrázky', 'Kuvat', 'Изображения', '图片', 'ピクチャ', '사진', 'Camera', 'Camera Roll', 'DCIM', '100CANON',
    'Screenshots',
  ] },
  { what: 'media', names: [
    'Music', 'Musik', 'Musique', 'Música', 'Musica', 'Videos', 'Vidéos', 'Vídeos', 'Filme', 'Movies', 'Recordings',
    'Voice Recorder', 'Sound recordings', 'Aufnahmen',
  ] },
  { what: 'new', names: [
    'New folder', 'New Folder (2)', 'Untitled folder', 'Neuer Ordner', 'Neuer Ordner (2)', 'Nouveau dossier', 'Nueva carpeta',
    'Nova pasta', 'Nuova cartella', 'Nieuwe map', 'Nowy folder', 'Nová složka', 'Ny mapp', 'Ny mappe', 'Uusi kansio',
    'Новая папка', '新建文件夹', '新しいフォルダー', '새 폴더',
  ] },
  { what: 'temporary', names: ['Temp', 'tmp', 'Temporary', 'Cache', 'Backup', 'Backups', 'AutoSave', 'Autosaved', 'Autosicherung'] },
]
const BY_NAME = new Map(DEFAULT_FOLDERS.flatMap(({ what, names }) => names.map(name => [name.normalize('NFC').toLowerCase(), what] as const)))

/**
 * What a folder is that nobody named.
 *
 * @example
 * defaultFolder('Downloads') //=> 'downloads'
 */
export function defaultFolder(level: string): DefaultFolder | null {
  return BY_NAME.get(level.trim().normalize('NFC').toLowerCase()) ?? null
}
