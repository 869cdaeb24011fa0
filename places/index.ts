import type { PlaceKey } from '../shared/places'
import { folder } from './folder'
import type { PlaceKind } from './place'
import { sftp } from './sftp'
import { webdav } from './webdav'

/** Every kind of place, one row each; more of them stand behind "other" on screen. */
export const PLACES = { folder, webdav, sftp } as const satisfies Record<PlaceKey, PlaceKind>
