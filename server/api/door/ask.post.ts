import { askLinkRequest } from '#shared/requests'
import { askForLink } from '../../services/door-mail'
import { BODY } from '../../utils/body'
import { placeOf } from '../../utils/origin'
import { openRoute } from '../../utils/route'
import { readValid } from '../../utils/validate'

export default openRoute('POST /api/door/ask', async (event) => {
  const { link, who } = await readValid(event, askLinkRequest, BODY.small)
  await askForLink(link, who, placeOf(event))
  return {}
})
