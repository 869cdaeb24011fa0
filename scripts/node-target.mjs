/** The oldest Node that `engines` allows, with its minor number: without it esbuild writes every /\p{…}/u as a `new RegExp` made anew at each use. */
export const NODE_TARGET = 'node20.19'

/** Stands before what is bundled: packages of before modules ask for their parts with require, and for where they lie. */
export const REQUIRE = 'import { createRequire as usitorRequire } from \'node:module\';const require = usitorRequire(import.meta.url);'
  + 'const __dirname = import.meta.dirname;'
