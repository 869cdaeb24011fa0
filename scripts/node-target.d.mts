export const NODE_TARGET: string
