export const NODE_TARGET: string
export const REQUIRE: string
