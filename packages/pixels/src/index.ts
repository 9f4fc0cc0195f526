export { blit, createImage, type Image } from './image.ts'
export { decodePng, encodePng, PNG_SIDE_LIMIT } from './png.ts'
export * from './generators.ts'
export { maskPlaces, type MaskRect } from './mask.ts'
