import type { DefaultFolder } from '../../names/default-folders'
import type { DefaultName } from '../../names/default-names'

/** What gets a name by itself. */
export const DEFAULT_NAME_WORDS: Record<DefaultName, string> = {
  document: 'an unsaved document',
  file: 'an unsaved file',
  table: 'an unsaved table',
  slides: 'an unsaved presentation',
  drawing: 'an unsaved drawing or part',
  image: 'an unsaved image',
  screen: 'a screen picture',
  scan: 'a scan',
  recording: 'a recording',
  film: 'a film',
  download: 'a download or attachment',
  camera: 'a camera file',
  date: 'a bare date',
  message: 'a message attachment',
  meeting: 'a meeting recording',
  key: 'a random key',
  number: 'a bare number',
  placeholder: 'a placeholder',
}

/** What programs put into a folder by themselves. */
export const DEFAULT_FOLDER_WORDS: Record<DefaultFolder, string> = {
  downloads: 'downloads',
  desktop: 'the desktop',
  documents: 'documents',
  pictures: 'pictures',
  media: 'music, films and recordings',
  new: 'everything new',
  temporary: 'temporary files',
}
