/** What stays where something hit. */
export { MarkLog, type MarkReport } from './markLog.ts'
