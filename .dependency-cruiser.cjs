/** Arrows only point down: each layer and what it may know. */
const ALLOWED = {
  'packages/base': [],
  'packages/model': [],
  'packages/pixels': ['packages/base'],
  'packages/document': ['packages/base', 'packages/model'],
  'packages/engine': ['packages/base', 'packages/model'],
  'packages/paint': ['packages/base', 'packages/model'],
  'packages/scene': ['packages/base', 'packages/model', 'packages/engine'],
  'packages/bake': [
    'packages/base',
    'packages/model',
    'packages/engine',
    'packages/scene',
    'packages/paint',
    'packages/pixels',
    'packages/document',
  ],
  'packages/words': ['packages/model', 'packages/document'],
  'packages/export': [
    'packages/model',
    'packages/engine',
    'packages/document',
    'packages/words',
    'packages/bake',
    'packages/pixels',
  ],
  'packages/node': ['packages/model', 'packages/document', 'packages/bake'],
  'packages/sound': ['packages/model', 'packages/engine'],
  'packages/player': [
    'packages/base',
    'packages/model',
    'packages/engine',
    'packages/scene',
    'packages/sound',
  ],
  'packages/demo': ['packages/model', 'packages/document', 'packages/pixels'],
  'apps/cli': [
    'packages/model',
    'packages/document',
    'packages/engine',
    'packages/scene',
    'packages/bake',
    'packages/words',
    'packages/export',
    'packages/demo',
    'packages/node',
    'packages/player',
  ],
  'apps/server': ['packages/document', 'packages/export', 'packages/bake', 'packages/demo', 'packages/node'],
  'apps/ferry': ['packages/player'],
  'apps/studio': ['packages/'],
}
/** Core packages use no package but these. */
const LIBRARIES = {
  'packages/base': '^$',
  'packages/model': '^$',
  'packages/engine': '^$',
  'packages/paint': '^$',
  'packages/scene': '^$',
  'packages/sound': '^$',
  'packages/player': '^$',
  'packages/pixels': 'fflate|omggif|gifenc|maxrects-packer|simplify-js',
  'packages/document': 'zod|fflate|@noble/hashes',
}
/** Rooms of a house, from the ground up: each may use those before it, and only those. */
const ROOMS = {
  'packages/engine/src': [
    'maths',
    'geometry',
    'kernels',
    'state',
    'appearance',
    'program',
    'input',
    'integrate',
    'marks',
    'spawn',
    'output',
    'runtime',
  ],
  'packages/document/src': ['kit', 'many', 'vary', 'graft', 'formats'],
  'packages/words/src': ['texts', 'diff'],
  'packages/player/src': ['draw', 'load', 'play', 'hear', 'players', 'link', 'pixi', 'page'],
  'apps/studio/src': [
    'workers',
    'shared',
    'state',
    'document',
    'sound',
    'capture',
    'preview',
    'tether',
    'starters',
    'help',
    'frame',
    'sprites',
    'reference',
    'scene',
    'ship',
    'many',
    'editor',
    'pages',
  ],
  'apps/studio/src/editor': [
    'playback',
    'extras',
    'ramps',
    'fields',
    'inspect',
    'starters',
    'levers',
    'recipe',
    'strip',
    'transport',
    'timeline',
    'page',
    'compare',
    'stage',
  ],
}
/** Houses whose rooms are entered by their index alone. */
const INDEXED = ['packages/engine/src']
/** Features of the studio: what others may ask for stands here, and nothing else of them is imported. */
const DOORS = {
  'apps/studio/src/sprites':
    'SpritesDrawer.tsx|SpritesPage.tsx|ImportDialog.tsx|receive.ts|linked.ts|arrivalStore.ts|sheets/pictures.ts|sheets/jobs.ts',
  'apps/studio/src/help': 'HelpLayer.tsx|open.ts|beginTour.ts',
  'apps/studio/src/scene':
    'StagePage.tsx|SurfaceLayer.tsx|backdrop.ts|effectScene.ts|figures.ts|screenFrames.ts|sceneStage.ts|useMoment.ts',
  'apps/studio/src/ship':
    'ShipPage.tsx|TextPage.tsx|ExportMenu.tsx|ChangedDot.tsx|liveOrBaked.ts|bakedLayer.ts',
  'apps/studio/src/many': 'ManyPage.tsx',
  'apps/studio/src/editor': 'EffectEditor.tsx',
  'apps/studio/src/editor/inspect': 'InspectBar.tsx|InspectOverlay.tsx|shownTrace.ts|pick.ts|trace.ts',
  'apps/studio/src/editor/starters': 'StarterShelf.tsx|drop.ts',
  'apps/studio/src/editor/levers': 'LeversPage.tsx',
  'apps/studio/src/editor/recipe': 'Recipe.tsx|focusSearch.ts|clip.ts',
  'apps/studio/src/editor/strip': 'LifeStrip.tsx',
  'apps/studio/src/editor/transport': 'Transport.tsx|StageChoice.tsx|GameLine.tsx|BakedLine.tsx',
  'apps/studio/src/editor/timeline':
    'Timeline.tsx|SceneRuler.tsx|acts.ts|RegionBand.tsx|innerEffects.ts|numbers.ts|PlayControls.tsx',
  'apps/studio/src/editor/compare':
    'ComparePage.tsx|ExplorePage.tsx|TakesRow.tsx|CellFrames.tsx|useCells.ts|shownState.ts',
  'apps/studio/src/editor/page': 'EffectPage.tsx|CostPage.tsx',
  'apps/studio/src/editor/stage': 'Stage.tsx|useStageDriver.ts|together.ts|here.ts',
}
const TEST = '\\.test\\.tsx?$|/testing/'

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    // Kernels are compiled by themselves, with a layout that their script makes up.
    {
      name: 'no-missing',
      severity: 'error',
      from: { pathNot: '^packages/(engine|paint)/kernels/' },
      // What Vite gives the address of is a file of a package.
      to: { couldNotResolve: true, pathNot: '[.]wasm[?]url$|[.]md[?]raw$' },
    },
    ...Object.entries(ALLOWED).map(([folder, allowed]) => ({
      name: `${folder}-only-knows-its-layers`,
      severity: 'error',
      from: { path: `^${folder}/`, pathNot: TEST },
      to: {
        path: '^(packages|apps)/',
        pathNot: `^(${[`${folder}/`, ...allowed.map((a) => (a.endsWith('/') ? a : `${a}/`))].join('|')})`,
      },
    })),
    ...Object.entries(ROOMS).flatMap(([house, rooms]) =>
      rooms.map((room, k) => ({
        name: `${house}/${room}-only-knows-rooms-below`,
        severity: 'error',
        from: { path: `^${house}/${room}/`, pathNot: TEST },
        to: { path: `^${house}/`, pathNot: `^${house}/(${rooms.slice(0, k + 1).join('|')})/` },
      })),
    ),
    ...INDEXED.map((house) => ({
      name: `${house}-rooms-are-entered-by-their-index`,
      severity: 'error',
      from: { path: `^${house}/([^/]+)/`, pathNot: TEST },
      to: { path: `^${house}/[^/]+/`, pathNot: `^${house}/($1/|[^/]+/index\\.ts$)` },
    })),
    ...Object.entries(DOORS).map(([feature, doors]) => ({
      name: `${feature}-is-entered-by-its-doors`,
      severity: 'error',
      from: { path: '^apps/', pathNot: `^${feature}/|${TEST}` },
      to: { path: `^${feature}/`, pathNot: `^${feature}/(${doors.replaceAll('.', '\\.')})$` },
    })),
    { name: 'no-two-way-folders', scope: 'folder', severity: 'error', from: {}, to: { circular: true } },
    ...Object.entries(LIBRARIES).map(([folder, names]) => ({
      name: `${folder}-libraries`,
      severity: 'error',
      from: { path: `^${folder}/src/`, pathNot: TEST },
      to: { path: 'node_modules/', pathNot: names === '^$' ? undefined : `node_modules/(${names})/` },
    })),
  ].map((rule) =>
    rule.to.pathNot === undefined
      ? { ...rule, to: Object.fromEntries(Object.entries(rule.to).filter(([, v]) => v !== undefined)) }
      : rule,
  ),
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '/dist/|\\.tsbuild|\\.test\\.tsx?$|/testing/' },
    tsConfig: { fileName: 'tsconfig.base.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.css', '.json'],
    },
  },
}
