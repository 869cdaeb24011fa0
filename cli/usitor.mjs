#!/usr/bin/env node
// Runs the TypeScript sources as they are, so that no build step stands between `npm ci` and the first check.
import { register } from 'tsx/esm/api'

register()
await import('./main.ts')
