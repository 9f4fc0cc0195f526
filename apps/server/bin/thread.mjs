// A bake of the service, from TypeScript source.
const { register } = await import('tsx/esm/api')
register()
const { bakeOnThisThread } = await import('../../../packages/node/src/index.ts')
bakeOnThisThread()
