export { createCanvas, fill, ONE, toStraight, type Canvas } from './canvas.ts'
export { paintFrame, type View } from './paint.ts'
export { prepareSheet, type PaintSheet } from './sheets.ts'
