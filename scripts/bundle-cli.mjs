// Bundles the command line into cli/dist, so that it starts without transpiling: run by `npm ci`, and by the command itself
// where it is missing or older than its sources.
import { copyFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'
import { NODE_TARGET, REQUIRE } from './node-target.mjs'

const here = path => fileURLToPath(new URL(path, import.meta.url))

/** Bundles one entry and all it loads into a folder, with the threads it starts. */
export async function bundleInto(entry, folder) {
  await build({
    entryPoints: [entry],
    outdir: folder,
    outExtension: { '.js': '.mjs' },
    // families of formats are loaded when a file calls for them
    bundle: true, splitting: true, platform: 'node', format: 'esm', target: NODE_TARGET, minifySyntax: true, logLevel: 'error',
    mainFields: ['module', 'main'],
    // packages go on without what they have in machine code
    external: ['*.node'],
    banner: { js: REQUIRE },
  })
  await copyFile(here('../cli/hash-worker.mjs'), `${folder}/hash-worker.mjs`)
}
await bundleInto(here('../cli/main.ts'), here('../cli/dist'))
