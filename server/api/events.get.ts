import { listEvents } from '../services/events'
import { route } from '../utils/route'

export default route('GET /api/events', async (_, account) => listEvents(account))
