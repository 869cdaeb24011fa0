import pino from 'pino'

/** One line of JSON a happening, on standard error; no names, addresses or words of people. `USITOR_LOG`: the least that is told. */
export const log = pino(
  { level: process.env.USITOR_LOG ?? 'info', base: { name: 'usitor' }, timestamp: pino.stdTimeFunctions.isoTime }, pino.destination(2),
)
