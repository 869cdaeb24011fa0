// Bundles what is started from a shell, so that it starts without transpiling.
import { readdir, rm } from 'node:fs/promises'
import { basename, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'
import { NODE_TARGET, REQUIRE } from './node-target.mjs'

const worker = fileURLToPath(new URL('../cli/read-worker.ts', import.meta.url))

/** Bundles one entry and all it loads into a folder, with the thread it starts. */
export async function bundleInto(entry, folder) {
  const { metafile } = await build({
    entryPoints: { [basename(entry, '.ts')]: entry, 'read-worker': worker },
    outdir: folder,
    outExtension: { '.js': '.mjs' },
    // families of formats are loaded when a file calls for them
    bundle: true, splitting: true, platform: 'node', format: 'esm', target: NODE_TARGET, minifySyntax: true, logLevel: 'error',
    mainFields: ['module', 'main'],
    // packages go on without what they have in machine code
    external: ['*.node'],
    banner: { js: REQUIRE },
    metafile: true,
  })
  // parts are named by what they hold: those of sources that are no more would pile up
  const made = new Set(Object.keys(metafile.outputs).map(path => basename(path)))
  await Promise.all((await readdir(folder)).filter(name => !made.has(name)).map(name => rm(join(folder, name), { recursive: true })))
}
