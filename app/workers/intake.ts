import { expose } from 'comlink'
import type { Overlap } from '#shared/answers'
import type { HandOver } from '../composables/handing'
import type { IntakeOrder, IntakeProgress, Received } from './receiving'
import { receive as receiveOrder } from './receiving'

/** Each worker receives once; it may be called off before it has begun. */
const stop = new AbortController()

function receive(
  order: IntakeOrder, handOver: HandOver, onProgress: (progress: IntakeProgress) => void, onAsk: (overlap: Overlap) => Promise<boolean>,
): Promise<Received> {
  return receiveOrder(order, handOver, onProgress, onAsk, stop.signal)
}

function cancel(): void {
  stop.abort(new Error('Called off; nothing was received.'))
}

export type IntakeWorker = { receive: typeof receive, cancel: typeof cancel }
expose({ receive, cancel })
