import type { LogKind } from '#shared/answers'

const plural = (about: string, one: string, more: string) => `${about} ${about === '1' ? one : more}`
const DECISIONS: Record<string, string> = {
  'place': 'placed a file by hand', 'set-aside': 'set a file aside', 'accept': 'accepted a file as it is', 'waive': 'excused somebody from a piece',
}
/** What somebody did, as it is told behind their name; `about` counts or says which. */
export const LOG_WORDS: Record<LogKind, (about: string) => string> = {
  'sign-in': () => 'signed in',
  'sign-in-failed': () => 'could not sign in',
  'account-made': () => 'made the account',
  'account-closed': () => 'closed the account',
  'address-confirmed': () => 'confirmed the address',
  'administrator-changed': about => `changed who runs this installation${about ? ` (${about})` : ''}`,
  'content-broken': () => 'a kept file is not what it was',
  'passkey-added': () => 'added a passkey',
  'passkey-removed': () => 'took a passkey off',
  'password-changed': () => 'changed the password',
  'second-factor-set': () => 'set up the second step',
  'second-factor-off': () => 'ended the second step',
  'list-saved': about => `saved the list: ${plural(about, 'person', 'people')}`,
  'rule-saved': about => `saved what is asked: ${plural(about, 'file', 'files')} to hand in`,
  'received': about => `received ${plural(about, 'file', 'files')}`,
  'checked': about => `checked ${plural(about, 'file', 'files')}`,
  'decided': about => DECISIONS[about] ?? about,
  'decision-ended': about => `taken back or replaced: ${DECISIONS[about] ?? about}`,
  'letter-set': () => 'set the words of the letters',
  'letters-sent': about => `sent ${plural(about, 'letter', 'letters')}`,
  'exported': about => `took an export (${about})`,
  'copy-downloaded': () => 'took the corrected copy',
  'file-downloaded': () => 'took or looked at a file',
  'brief-copied': () => 'used it again for another brief',
  'brief-packed': () => 'packed it away',
  'contents-let-go': about => `let go of the contents of ${plural(about, 'packed file', 'packed files')}`,
  'brief-shared': about => `let somebody take part as ${about}`,
  'member-left': () => 'ended somebody\'s part in it',
  'person-erased': () => 'erased a person',
  'brief-deleted': () => 'deleted it',
  'brief-restored': () => 'took it back',
}
