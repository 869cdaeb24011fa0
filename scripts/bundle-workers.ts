import { readdir } from 'node:fs/promises'
import { join } from 'node:path'
import { build } from 'esbuild'
import { NODE_TARGET } from './node-target.mjs'

/** Bundles `server/workers/*.ts` beside the built server: its own bundler knows nothing of worker threads. */
export async function bundleWorkers(serverDir: string, core: string): Promise<void> {
  const folder = join(core, '../server/workers')
  const files = (await readdir(folder)).filter(name => name.endsWith('.ts'))
  await build({
    entryPoints: files.map(name => join(folder, name)),
    outdir: join(serverDir, 'workers'),
    outExtension: { '.js': '.mjs' },
    bundle: true, platform: 'node', format: 'esm', target: NODE_TARGET, alias: { '#core': core, '#shared': join(core, '../shared') },
  })
}
