/**
 * The innermost loops once more, two or four particles at a time, in AssemblyScript: `npm run kernels` turns
 * this file into
 * ../src/kernels/binary.ts. Every loop does the arithmetic of its twin in ../src, operation by operation, so
 * that both
 * give the same bits; a particle whose ramp has a point within its cell of the table is left to the twin
 * (`LEFT`).
 * Addresses are bytes in the slab; arguments stand in a block at its beginning, in the order of
 * ../src/kernels/layout.ts,
 * whose lists come as enums from "layout.as", a file that the script makes up.
 */

export * from './births.as'
export * from './draw.as'
export * from './forces.as'
export * from './steps.as'
