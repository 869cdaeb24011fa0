/** The oldest Node that `engines` allows, with its minor number: without it esbuild writes every /\p{…}/u as a `new RegExp` made anew at each use. */
export const NODE_TARGET = 'node20.19'
