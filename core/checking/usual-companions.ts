/**
 * Extensions of files that programs and devices put beside a main one of the same name (common practice, no source): data of
 * pictures and films, subtitles, parts of map layers, materials of meshes, checksums, signatures.
 */
export const USUAL_COMPANIONS: readonly string[] = [
  'xmp', 'thm', 'lrv', 'aae', 'pp3', 'dop', 'cos', 'cue', 'srt', 'vtt', 'lrc', 'dbf', 'shx', 'prj', 'cpg', 'sbn', 'sbx', 'qix', 'qpj', 'tfw',
  'jgw', 'pgw', 'wld', 'mtl', 'md5', 'sha1', 'sha256', 'sha512', 'sfv', 'asc', 'sig',
  // SQLite, "Temporary Files Used By SQLite": what is not written into the database yet
  'gpkg-wal', 'gpkg-shm', 'gpkg-journal', 'sqlite-wal', 'sqlite-shm', 'sqlite-journal', 'db-wal', 'db-shm', 'db-journal',
]
