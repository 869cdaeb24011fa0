// Bundles what is started from a shell, so that it starts without transpiling.
import { copyFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'
import { NODE_TARGET, REQUIRE } from './node-target.mjs'

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
  await copyFile(fileURLToPath(new URL('../cli/hash-worker.mjs', import.meta.url)), `${folder}/hash-worker.mjs`)
}
