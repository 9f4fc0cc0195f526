/** What a server of one's own is put together from. */
export { createApp } from './app.ts'
export { tetherService } from './tether/service.ts'
