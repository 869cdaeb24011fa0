import { readdir } from 'node:fs/promises'
import { join } from 'node:path'
import { build } from 'esbuild'
import { NODE_TARGET } from './node-target.mjs'

/** Bundles `server/workers/*.ts` and the operator's command beside the built server: its own bundler knows nothing of worker threads. */
export async function bundleWorkers(serverDir: string, core: string): Promise<void> {
  const folder = join(core, '../server/workers')
  const files = (await readdir(folder)).filter(name => name.endsWith('.ts'))
  await build({
    entryPoints: files.map(name => join(folder, name)),
    outdir: join(serverDir, 'workers'),
    outExtension: { '.js': '.mjs' },
    bundle: true, platform: 'node', format: 'esm', target: NODE_TARGET, alias: { '#core': core, '#shared': join(core, '../shared') },
  })
  // its packages are those of the server beside it
  await build({
    entryPoints: [join(core, '../server/admin/usitor-admin.ts')], outfile: join(serverDir, 'usitor-admin.mjs'), bundle: true, packages: 'external',
    platform: 'node', format: 'esm', target: NODE_TARGET, alias: { '#core': core, '#shared': join(core, '../shared') },
  })
}
