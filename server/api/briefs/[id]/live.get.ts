import { createEventStream } from 'h3'
import { requireRole } from '../../../services/access'
import { hear } from '../../../services/live'
import { route } from '../../../utils/route'
import { routeId } from '../../../utils/validate'

/** A silent stream is cut by what stands between. */
const BEAT = 15_000

/** Tells a page as soon as something arrives or is checked (server-sent events). */
export default route('GET /api/briefs/:id/live', async (event, account) => {
  const briefId = routeId(event)
  await requireRole(account, briefId, 'reader')
  const stream = createEventStream(event)
  let serial = Date.now()
  const leave = hear(briefId, (told) => {
    // numbered, over streams too: a page that keeps the last word it heard notices the same one again
    void stream.push(`${told} ${++serial}`)
    // the process is going: the page comes again, to another
    if (told === 'again') void stream.close()
  })
  const beat = setInterval(() => void stream.push({ event: 'beat', data: '' }), BEAT)
  stream.onClosed(async () => {
    clearInterval(beat)
    leave()
    await stream.close()
  })
  // headers go out with the first word
  void stream.push({ event: 'hello', data: '' })
  return stream.send()
})
