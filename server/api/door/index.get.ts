import { ownDoor } from '../../services/door'
import { noteUse } from '../../services/door-links'
import { doorRoute } from '../../utils/route'

export default doorRoute('GET /api/door', async (_, holder) => {
  const answer = await ownDoor(holder)
  await noteUse(holder.linkId)
  return answer
})
