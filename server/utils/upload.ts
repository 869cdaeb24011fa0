import { defineEventHandler, getHeader } from 'h3'
import { answerUpload, uploads } from '../services/door-uploads'
import { refuse, sayFault } from './errors'
import { requireHolder } from './route'

/** Files of a door, sent by the tus protocol: its own server answers, for whoever has a link. */
export const uploadHandler = defineEventHandler(async (event) => {
  const { req, res } = event.node
  try {
    const holder = await requireHolder(event)
    const stated = getHeader(event, 'upload-checksum')
    const [, checksum] = /^sha256 ([A-Za-z0-9+/]{43}=)$/.exec(stated ?? '') ?? []
    if (stated !== undefined && checksum === undefined) throw refuse(400, 'Upload-Checksum: known is sha256, and behind it 32 bytes in base64.')
    event._handled = true
    await answerUpload(holder, checksum ?? null, () => uploads.handle(req, res))
  }
  catch (error) {
    throw sayFault(error)
  }
})
