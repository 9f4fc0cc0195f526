export { createCanvas, fill, ONE, toStraight, type Canvas } from './canvas.ts'
export { paintFrame, type View } from './paint.ts'
export { createPainter, type Painter, plainPainter, type Touched } from './painter.ts'
export { prepareSheet, type PaintSheet } from './sheets.ts'
