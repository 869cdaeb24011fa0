import { copyFile, mkdir, readdir } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { build } from 'esbuild'
import { FACES, fontFileName } from '../core/paper/fonts'
import { NODE_TARGET, REQUIRE } from './node-target.mjs'

const require = createRequire(import.meta.url)

/** Bundles `server/workers/*.ts`, with the letters for paper beside them: the server's own bundler knows nothing of worker threads. */
export async function bundleThreads(outdir: string, core: string): Promise<void> {
  const folder = join(core, '../server/workers')
  const files = (await readdir(folder)).filter(name => name.endsWith('.ts'))
  await build({
    entryPoints: files.map(name => join(folder, name)), outdir, outExtension: { '.js': '.mjs' }, logLevel: 'error',
    bundle: true, platform: 'node', format: 'esm', target: NODE_TARGET, alias: { '#core': core, '#shared': join(core, '../shared') },
    banner: { js: REQUIRE },
  })
  await mkdir(join(outdir, 'fonts'), { recursive: true })
  await Promise.all(Object.values(FACES).flat().map(file =>
    copyFile(require.resolve(`@fontsource/${file.family}/files/${fontFileName(file)}`), join(outdir, 'fonts', fontFileName(file)))))
}

/** Everything that stands beside the built server: its threads, and the operator's command. */
export async function bundleWorkers(serverDir: string, core: string): Promise<void> {
  await bundleThreads(join(serverDir, 'workers'), core)
  // its packages are those of the server beside it
  await build({
    entryPoints: [join(core, '../server/admin/usitor-admin.ts')], outfile: join(serverDir, 'usitor-admin.mjs'), bundle: true, packages: 'external',
    platform: 'node', format: 'esm', target: NODE_TARGET, alias: { '#core': core, '#shared': join(core, '../shared') },
  })
}
