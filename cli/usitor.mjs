#!/usr/bin/env node
// Starts the bundled command line; in a checkout whose sources are newer than the bundle it is made anew first.
import { existsSync, readdirSync, statSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

const here = path => fileURLToPath(new URL(path, import.meta.url))
const bundle = here('dist/main.mjs')

/** The time of the newest source below a folder. */
function newest(folder) {
  return readdirSync(folder, { withFileTypes: true }).reduce((latest, entry) => {
    if (entry.name === 'dist' || entry.name === 'node_modules' || entry.name.endsWith('.test.ts')) return latest
    const path = `${folder}/${entry.name}`
    return Math.max(latest, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs)
  }, 0)
}

const core = here('../core')
const sources = () => Math.max(
  newest(here('.')), newest(core), newest(here('../places')), statSync(here('../scripts/bundle-cli.mjs')).mtimeMs,
)
const stale = existsSync(core) && (!existsSync(bundle) || sources() > statSync(bundle).mtimeMs)
if (stale) await import('../scripts/bundle-cli.mjs')
await import('./dist/main.mjs')
