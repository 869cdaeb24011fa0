import type { ArrivalFault } from '../../arrivals/incoming'
import { showBytes, showText } from '../../text/show'

type FaultOf<K extends ArrivalFault['kind']> = Extract<ArrivalFault, { kind: K }>

/** Why an archive or mail stays closed, as what is said of it. */
export const ARRIVAL_WORDS: { [K in ArrivalFault['kind']]: string | ((fault: FaultOf<K>) => string) } = {
  'too-many-entries': ({ most }) => `holds more than ${most} entries; unpack it and drop the folder in parts`,
  'too-large': ({ most }) => `unpacks to more than ${showBytes(most)}; unpack it and drop the folder in parts`,
  'climbs-out': ({ entry }) => `holds the entry "${showText(entry)}", which climbs out of its folder`,
  'password': ({ entry }) => `needs a password (entry "${showText(entry)}"); unpack it and drop the folder`,
  'too-dense': ({ entry, times }) => `holds the entry "${showText(entry)}", which would unpack to ${times} times its packed size and more`,
  'unreadable': ({ why }) => `cannot be opened: ${showText(why)}. Was it cut short?`,
  'too-large-mail': ({ size, most }) => `is a message of ${showBytes(size)}; up to ${showBytes(most)} are opened`,
  'nothing-attached': 'holds no attachment',
  'too-deep': ({ deepest }) => `lies in archives ${deepest} deep already, and stays closed`,
  'too-many-files': ({ most }) => `brings more than ${most} files; drop them in parts`,
}
