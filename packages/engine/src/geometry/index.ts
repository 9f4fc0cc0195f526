/** Where a birth can be and what it can meet: shapes, paths, placements, aims, poses, surfaces. */
export { AIMERS, N, READ } from './aims.ts'
export { placeCloud } from './cloud.ts'
export { type FlatPath, flattenPath, type PathPlace, pathPlaceInto } from './paths.ts'
export { type PlaceQuestion, PLACERS } from './placement.ts'
export {
  copyPose,
  emptyPose,
  type MutableView,
  type Pose,
  poseBetweenInto,
  posed,
  PoseTransform,
  samePose,
  toWorld,
  viewBetweenInto,
} from './pose.ts'
export { createShape, emptySpot, onView, type Shape, SHAPE_SAMPLERS, type ShapeSampler } from './shapes.ts'
export { EdgeGrid } from './surfaces/edgeGrid.ts'
export { type EdgeSet } from './surfaces/edges.ts'
export { checkSurfaces, NO_SURROUNDINGS, surfacesBetween, Surroundings } from './surfaces/surroundings.ts'
export { nearestWithin, SKIN, Sweep } from './surfaces/sweep.ts'
