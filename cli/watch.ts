import type { Report, ReportFile } from '../core/checking/report'
import { slotKey } from '../core/brief/slots'
import type { RoundEntry, RoundKind, RoundSlot } from '../core/reporting/rounds'
import { compareRounds } from '../core/reporting/rounds'
import { showText } from '../core/text/show'
import { gathering, watchFolder } from '../places/watch-folder'
import { explainFailure, judgeRoots, TASK } from './check'
import { InputError, parse, print, warn } from './options'
import { isAddress } from './receive'

/** Addresses that tell of no change are looked at so often, where nothing else is said. */
const EVERY_MINUTES = 5
const MOST_MINUTES = 10_080

const WORDS: Partial<Record<RoundKind, string>> = {
  'newly-right': 'now right', 'newly-wrong': 'now to put right', 'gone': 'gone', 'changed': 'changed, still to put right', 'new': 'asked anew',
  'dropped': 'asked no more',
}

/** `usitor watch`: checks again whenever something changes, and says what became of it, until it is stopped. */
export async function run(args: string[], usage: string): Promise<number> {
  const { values, positionals } = parse(args, { ...TASK, every: { type: 'string' } }, usage)
  const every = minutesOf(values.every)
  const judge = () => judgeRoots(values, positionals, usage).catch((error: unknown) => {
    throw new InputError(explainFailure(error))
  })
  let judged = await judge()
  await print([`${timeOf(judged.report)} ${sayCounts(judged.report)}\n`])

  const ending = new AbortController()
  let [looking, again] = [false, false]
  const look = async () => {
    again = true
    if (looking) return
    looking = true
    try {
      while (again && !ending.signal.aborted) {
        again = false
        const next = await judge()
        const lines = sayRound(judged, next)
        judged = next
        if (lines.length > 0) await print([...lines, `${timeOf(next.report)} ${sayCounts(next.report)}\n`])
      }
    }
    catch (error) {
      // a folder that is away for a moment, a list that is just being saved: what was known stays
      warn(error instanceof Error ? error.message : String(error))
    }
    finally {
      looking = false
    }
  }
  const { call, end } = gathering(() => void look(), 1000)
  const folders = [...judged.roots.map(one => one.folder).filter(folder => !isAddress(folder)), judged.briefPath, judged.rosterPath]
  const watching = folders.map(folder => watchFolder(folder, call, ending.signal))
  const byClock = values.every !== undefined || judged.roots.some(one => isAddress(one.folder))
  const clock = byClock ? setInterval(() => void look(), every * 60_000) : null
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => ending.abort())
  await new Promise(done => ending.signal.addEventListener('abort', done, { once: true }))
  end()
  if (clock) clearInterval(clock)
  await Promise.all(watching)
  return 0
}

function minutesOf(value: unknown): number {
  if (value === undefined) return EVERY_MINUTES
  const minutes = Number(value)
  if (!Number.isInteger(minutes) || minutes < 1 || minutes > MOST_MINUTES) {
    throw new InputError(`--every: "${showText(String(value))}" is not a number of minutes from 1 to ${MOST_MINUTES}`)
  }
  return minutes
}

type Judged = Awaited<ReturnType<typeof judgeRoots>>

const timeOf = ({ checkedAt }: Report): string => new Date(checkedAt).toTimeString().slice(0, 8)
const sayCounts = ({ summary: { right, toFix, missing, unplaced } }: Report): string =>
  `${right} right, ${toFix} to put right, ${missing} missing, ${unplaced} of which nothing says what they are`

function slotsOf({ brief, report: { slots, files } }: Judged): RoundSlot[] {
  const counted = new Set(brief.requirements.filter(one => one.count.by).map(one => one.id))
  const placed = new Map<string, ReportFile>()
  for (const file of files) if (file.slot && file.role === 'placed' && !placed.has(slotKey(file.slot))) placed.set(slotKey(file.slot), file)
  return slots.map((slot) => {
    const file = placed.get(slotKey(slot))
    const { requirement, holder, n, status } = slot
    return {
      requirement, holder, n: counted.has(requirement) ? n ?? null : null, status, file: file ? { sha256: file.sha256, path: file.path } : null,
    }
  })
}

/** What became of each slot since the check before, a line each. */
function sayRound(before: Judged, after: Judged): string[] {
  const { report, brief, roster } = after
  const titles = new Map(brief.requirements.map(one => [one.id, one.title]))
  const names = new Map(roster.people.map(person => [person.id, person.name]))
  const sayOne = ({ kind, requirement, holder, n, path }: RoundEntry) => {
    const title = `${titles.get(requirement) ?? requirement}${n === null ? '' : ` ${n}`}`
    const who = showText(names.get(holder) ?? holder)
    return `${timeOf(report)} ${WORDS[kind]}: ${showText(title)}, ${who}${path === null ? '' : `: ${showText(path)}`}\n`
  }
  return compareRounds(slotsOf(before), slotsOf(after)).entries.filter(entry => WORDS[entry.kind] !== undefined).map(sayOne)
}
