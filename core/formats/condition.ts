/** What a measured property must be. */
export interface Condition {
  from?: number | string
  to?: number | string
  is?: number | string | boolean
  among?: (number | string | boolean)[]
}

export interface AcceptedFormat {
  id: string
  measured: Record<string, Condition>
}
