// docs/formats.md: every format of the registry, with the producers of its samples or the word untested.
import { writeFileSync } from 'node:fs'
import { pathToFileURL } from 'node:url'
import { PROPERTIES } from '../core/formats/properties'
import { FORMATS } from '../core/formats/registry'
import type { Sample } from '../tests/corpus/corpus'
import { readCorpus } from '../tests/corpus/corpus'

export function formatsTable(corpus: readonly Sample[]): string {
  const families = [...new Set(FORMATS.map(format => format.family))]
  const tested = FORMATS.filter(format => corpus.some(sample => sample.id === format.id)).length
  const blocks = families.map((family) => {
    const rows = FORMATS.filter(format => format.family === family).map(({ id, label, extensions, mediaType, use, kindOf, measures }) => {
      const producers = [...new Set(corpus.filter(sample => sample.id === id).map(sample => sample.producer.split('-')[0]))]
      return `| \`${id}\` | ${label} | ${extensions.join(' ')} | ${mediaType} | ${use} | ${kindOf.join(' ')} | `
        + `${measures.map(name => PROPERTIES[name]?.label ?? name).join(', ')} | `
        + `${producers.length > 0 ? producers.join(', ') : 'untested'} |`
    })
    return `## ${family[0]?.toUpperCase() ?? ''}${family.slice(1)}\n\n| id | what it is | extensions | media type | use | also `
      + `counts as | measured | samples by |\n|---|---|---|---|---|---|---|---|\n${rows.join('\n')}\n`
  })
  const counts = `${FORMATS.length} formats, ${tested} of them with samples in \`tests/corpus\``
  return `# Formats

Made from \`core/formats/table.ts\` by \`npx tsx scripts/formats-table.ts\`. ${counts}; \
the others are told by their published signature and marked untested.

${blocks.join('\n')}`
}

if (process.argv[1] && import.meta.url === pathToFileURL(process.argv[1]).href) writeFileSync('docs/formats.md', formatsTable(readCorpus()))
