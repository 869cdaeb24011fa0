import type { Knex } from 'knex'
import * as accounts from './001-accounts'
import * as briefs from './002-briefs'
import * as intakes from './003-intakes'
import * as checks from './004-checks'
import * as roots from './005-roots'
import * as readings from './006-readings'
import * as arrivals from './007-arrivals'
import * as followUp from './008-follow-up'
import * as unreadFiles from './009-unread-files'
import * as typedWords from './010-typed-words'
import * as openFields from './011-open-fields'
import * as sealedContents from './012-sealed-contents'
import * as guardedAccounts from './013-guarded-accounts'
import * as ownHeadings from './014-own-headings'
import * as deletedBriefs from './015-deleted-briefs'
import * as secondFactor from './016-second-factor'
import * as letters from './017-letters'
import * as drafts from './018-drafts'
import * as passkeys from './019-passkeys'
import * as doors from './020-doors'
import * as letterLanguages from './021-letter-languages'
import * as places from './022-places'
import * as startFiles from './023-start-files'
import * as packing from './024-packing'
import * as movedContents from './025-moved-contents'
import * as lettingGo from './026-letting-go'
import * as earlierRecord from './027-earlier-record'
import * as lettersReceived from './028-letters-received'
import * as remindersNotSent from './029-reminders-not-sent'

/** Forward only, in this order; a landed file is never changed. */
const MIGRATIONS: Record<string, { up(knex: Knex): Promise<void> }> = {
  '001-accounts': accounts,
  '002-briefs': briefs,
  '003-intakes': intakes,
  '004-checks': checks,
  '005-roots': roots,
  '006-readings': readings,
  '007-arrivals': arrivals,
  '008-follow-up': followUp,
  '009-unread-files': unreadFiles,
  '010-typed-words': typedWords,
  '011-open-fields': openFields,
  '012-sealed-contents': sealedContents,
  '013-guarded-accounts': guardedAccounts,
  '014-own-headings': ownHeadings,
  '015-deleted-briefs': deletedBriefs,
  '016-second-factor': secondFactor,
  '017-letters': letters,
  '018-drafts': drafts,
  '019-passkeys': passkeys,
  '020-doors': doors,
  '021-letter-languages': letterLanguages,
  '022-places': places,
  '023-start-files': startFiles,
  '024-packing': packing,
  '025-moved-contents': movedContents,
  '026-letting-go': lettingGo,
  '027-earlier-record': earlierRecord,
  '028-letters-received': lettersReceived,
  '029-reminders-not-sent': remindersNotSent,
}

export const MIGRATION_NAMES = Object.keys(MIGRATIONS)
export const LAST_MIGRATION = MIGRATION_NAMES.at(-1) ?? ''

/** Migrations as modules of the bundle, so that the built server carries them. */
export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve(Object.keys(MIGRATIONS)),
  getMigrationName: name => name,
  getMigration: (name) => {
    const migration = MIGRATIONS[name]
    if (!migration) throw new Error(`unknown migration ${name}`)
    return Promise.resolve({ up: migration.up, down: () => Promise.reject(new Error('migrations go forward only')) })
  },
}
