import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { weighChange } from '../../../services/checks'
import { requireAccount } from '../../../utils/session'
import { readValid, routeId } from '../../../utils/validate'

export default defineEventHandler(async event => weighChange(await requireAccount(event), routeId(event), await readValid(event, yup.mixed())))
