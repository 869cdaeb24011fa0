import type { PlaceKey } from '../shared/places'
import { folder } from './folder'
import { mailbox } from './mailbox'
import type { PlaceKind } from './place'
import { s3 } from './s3'
import { sftp } from './sftp'
import { webdav } from './webdav'

/** Every kind of place, one row each; more of them stand behind "other" on screen. */
export const PLACES = { folder, webdav, mailbox, sftp, s3 } as const satisfies Record<PlaceKey, PlaceKind>

/** A kind with what only some have. */
export const kindOf = (kind: PlaceKey): PlaceKind => PLACES[kind]
