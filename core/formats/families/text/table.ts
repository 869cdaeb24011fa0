const QUOTE = 34
const LF = 10
const CR = 13
const SPACE = 32

/** Whether records agree is told by so much of a text; the rest is only counted. */
const SAMPLE = 16 * 1024

/**
 * Tells a table by a delimiter that every record holds equally often (RFC 4180 §2), quotes respected.
 *
 * @returns rows counted with the header row left out, or `null` where no delimiter is consistent
 */
export function tellTable(text: string): { delimiter: string, columns: number, rows: number } | null {
  const cut = text.length <= SAMPLE ? text.length : text.lastIndexOf('\n', SAMPLE) + 1
  for (const delimiter of [',', ';', '\t']) {
    if (!text.includes(delimiter)) continue
    const sample = readRecords(text, cut || text.length, delimiter)
    if (!sample || sample.columns < 2 || sample.records < 2) continue
    const rest = sample.end < text.length ? countRecords(text, sample.end) : 0
    return { delimiter, columns: sample.columns, rows: sample.records + rest - 1 }
  }
  return null
}

/**
 * The line in which a field's quote is opened that no other closes, so that all that follows is one field; `null` where there
 * is none. A quote counts where a field begins with it, as RFC 4180 has it; elsewhere it is a sign like others.
 *
 * @example
 * openQuote('a,b\n"1,2\n3,4\n') //=> 2
 */
export function openQuote(text: string): number | null {
  for (let offset = text.indexOf('"'); offset >= 0; offset = text.indexOf('"', offset + 1)) {
    const before = offset === 0 ? LF : text.charCodeAt(offset - 1)
    if (before !== LF && before !== CR && before !== 44 && before !== 59 && before !== 9) continue
    let end = text.indexOf('"', offset + 1)
    while (end >= 0 && text.charCodeAt(end + 1) === QUOTE) end = text.indexOf('"', end + 2)
    if (end < 0) return text.slice(0, offset).split('\n').length
    offset = end
  }
  return null
}

interface Records {
  columns: number
  records: number
  /** Where the last whole record ends. */
  end: number
}

/** Records at the beginning of a text; `null` where they differ in length or a quote stays open. */
function readRecords(text: string, to: number, delimiter: string): Records | null {
  const sample = text.slice(0, to)
  if (!sample.includes('"')) return readPlainRecords(sample, delimiter)
  const parts = delimiter.charCodeAt(0)
  let columns = 0
  let records = 0
  let fields = 1
  let quoted = false
  let content = false
  let end = 0
  for (let i = 0; i <= to; i++) {
    const code = i === to ? LF : text.charCodeAt(i)
    if (code === QUOTE) {
      quoted = !quoted
      content = true
    }
    else if (quoted) continue
    else if (code === parts) {
      fields++
      content = true
    }
    else if (code === LF || code === CR) {
      if (content) {
        if (records === 0) columns = fields
        else if (fields !== columns) return null
        records++
      }
      fields = 1
      content = false
      end = Math.min(i + 1, to)
    }
    else if (code !== SPACE) content = true
  }
  // a record that goes on behind the sample is counted with the rest
  return quoted && to === text.length ? null : { columns, records, end }
}

/** The same where nothing is quoted: a record is a line. */
function readPlainRecords(sample: string, delimiter: string): Records | null {
  let columns = 0
  let records = 0
  for (const line of sample.split(/\r\n|\n|\r/)) {
    if (line === '' || /^ +$/.test(line)) continue
    let fields = 1
    for (let offset = line.indexOf(delimiter); offset >= 0; offset = line.indexOf(delimiter, offset + 1)) fields++
    if (records === 0) columns = fields
    else if (fields !== columns) return null
    records++
  }
  return { columns, records, end: sample.length }
}

/** Lines that hold something; inside quotes a line end is content. */
function countRecords(text: string, from: number): number {
  if (text.indexOf('"', from) >= 0) return readLines(text, from)
  let records = 0
  for (let offset = from; offset < text.length;) {
    const end = text.indexOf('\n', offset)
    const stop = end < 0 ? text.length : end
    if (stop > offset && !(stop === offset + 1 && text.charCodeAt(offset) === CR)) records++
    offset = stop + 1
  }
  return records
}

function readLines(text: string, from: number): number {
  let records = 0
  let quoted = false
  let content = false
  for (let i = from; i <= text.length; i++) {
    const code = i === text.length ? LF : text.charCodeAt(i)
    if (code === QUOTE) quoted = !quoted
    if (!quoted && (code === LF || code === CR)) {
      if (content) records++
      content = false
    }
    else if (code !== SPACE) content = true
  }
  return records
}
