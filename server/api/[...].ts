import { refuseRequest } from '../practice/office'

/** What is not here says so, as JSON, whatever the method. */
export default defineEventHandler(() => refuseRequest(404, 'There is no such address'))
