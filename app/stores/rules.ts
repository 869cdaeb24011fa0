import type { Remote } from 'comlink'
import { wrap } from 'comlink'
import { defineStore } from 'pinia'
import type { BriefDocument } from '#core/brief/document'
import type { EarlierBrief } from '#core/rules/earlier-names'
import type { Roster } from '#core/roster/types'
import type { RulesWorker } from '~/workers/rules'
import type { SampleWorker } from '~/workers/sample'

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** What is worked out about rules while they are written: in a worker, or by the server where received files count. */
export const useRules = defineStore('rules', () => {
  let remote: Remote<RulesWorker> | null = null
  function worker(): Remote<RulesWorker> {
    remote ??= wrap<RulesWorker>(new Worker(new URL('../workers/rules.ts', import.meta.url), { type: 'module' }))
    return remote
  }

  const preview = (document: BriefDocument, requirementId: string, roster: Roster) => worker().preview(plain(document), requirementId, plain(roster))
  const tryNames = (document: BriefDocument, roster: Roster, paths: string[]) => worker().tryNames(plain(document), plain(roster), paths)
  const learn = (right: string[], wrong: string[], roster: Roster, received: string[]) => worker().learn(right, wrong, plain(roster), received)

  const earlier = (briefId: string) => api('GET /api/briefs/:id/earlier', { id: briefId })
  const cost = (document: BriefDocument, requirementId: string, roster: Roster, before: readonly EarlierBrief[]) =>
    worker().weighEarlier(plain(document), requirementId, plain(roster), before)

  let reader: Remote<SampleWorker> | null = null
  const readSample = (file: File) => {
    reader ??= wrap<SampleWorker>(new Worker(new URL('../workers/sample.ts', import.meta.url), { type: 'module' }))
    return reader.read(file)
  }

  const weigh = (briefId: string, document: BriefDocument) => api('POST /api/briefs/:id/effect', { id: briefId, body: document })
  const received = (briefId: string) => api('GET /api/briefs/:id/received', { id: briefId })
  const departures = (checkId: string) => api('GET /api/checks/:id/departures', { id: checkId })

  return { preview, tryNames, learn, readSample, weigh, received, departures, earlier, cost }
})
