/** The last level of a path: a file's name. */
export function nameOf(path: string): string {
  return path.slice(path.lastIndexOf('/') + 1)
}

/** What stands before a path's last level, without the slash; empty at the top. */
export function folderOf(path: string): string {
  return path.slice(0, Math.max(0, path.lastIndexOf('/')))
}
