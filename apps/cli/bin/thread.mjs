// A thread of a bake, from TypeScript source.
const { register } = await import('tsx/esm/api')
register()
const { paintOnThisThread } = await import('../../../packages/node/src/index.ts')
paintOnThisThread()
