import { uploadHandler } from '../../../../utils/upload'

export default uploadHandler
