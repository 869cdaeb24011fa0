import { defineEventHandler } from 'h3'

/** The process answers; whether it can work, `/api/ready` says. */
export default defineEventHandler(() => ({ alive: true }))
