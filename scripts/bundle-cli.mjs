// Bundles the command line into cli/dist, so that it starts without transpiling: run by `npm ci`, and by the command itself
// where it is missing or older than its sources.
import { fileURLToPath } from 'node:url'
import { bundleInto } from './bundle-into.mjs'

const here = path => fileURLToPath(new URL(path, import.meta.url))

await bundleInto(here('../cli/main.ts'), here('../cli/dist'))
