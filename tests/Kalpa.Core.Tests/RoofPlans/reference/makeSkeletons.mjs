// Straight skeletons of footprints by an independent, general-purpose library (unweighted): npm install && node makeSkeletons.mjs
import { writeFileSync } from 'node:fs'

globalThis.self = globalThis.window = globalThis
const library = await import('straight-skeleton')
const { SkeletonBuilder } = library.SkeletonBuilder ? library : library.default

/** Counter-clockwise, feet. */
const footprints = {
  square: [[0, 0], [30, 0], [30, 30], [0, 30]],
  rectangle: [[0, 0], [40, 0], [40, 30], [0, 30]],
  'turned rectangle': [[0, 0], [32, 24], [14, 48], [-18, 24]],
  triangle: [[0, 0], [40, 0], [13, 27]],
  trapezium: [[0, 0], [50, 0], [38, 22], [9, 22]],
  pentagon: [[0, 0], [24, -6], [41, 12], [27, 33], [-3, 24]],
  L: [[0, 0], [40, 0], [40, 20], [18, 20], [18, 45], [0, 45]],
  'L of equal wings': [[0, 0], [40, 0], [40, 16], [16, 16], [16, 40], [0, 40]],
  T: [[0, 0], [60, 0], [60, 24], [38, 24], [38, 50], [20, 50], [20, 24], [0, 24]],
  U: [[0, 0], [60, 0], [60, 44], [42, 44], [42, 20], [17, 20], [17, 40], [0, 40]],
  cross: [[20, 0], [38, 0], [38, 18], [60, 18], [60, 40], [38, 40], [38, 66], [20, 66], [20, 40], [0, 40], [0, 18], [20, 18]],
  'even cross': [[16, 0], [32, 0], [32, 16], [48, 16], [48, 32], [32, 32], [32, 48], [16, 48], [16, 32], [0, 32], [0, 16], [16, 16]],
  Z: [[0, 0], [36, 0], [36, 26], [62, 26], [62, 48], [22, 48], [22, 19], [0, 19]],
  E: [[0, 0], [20, 0], [44, 0], [44, 12], [20, 12], [20, 24], [40, 24], [40, 35], [20, 35], [20, 48], [46, 48], [46, 60], [0, 60]],
  'collinear corners': [[0, 0], [13, 0], [29, 0], [40, 0], [40, 30], [22, 30], [0, 30], [0, 11]],
  'bay front': [[0, 0], [14, 0], [17, -4], [25, -4], [28, 0], [44, 0], [44, 28], [0, 28]],
  'hair-thin step': [[0, 0], [21, 0], [21, 0.125], [40, 0.125], [40, 30], [0, 30]],
  'almost square': [[0, 0], [30, 0], [30, 30.001], [0, 30]],
  'skewed house': [[0, 0], [37, 3], [41, 21], [26, 25], [29, 44], [8, 47], [-4, 23]],
  star: [[30, 0], [36, 20], [57, 21], [41, 34], [46, 55], [29, 43], [11, 54], [18, 34], [2, 20], [23, 20]],
  'many small steps': [[0, 0], [50, 0], [50, 8], [47, 8], [47, 15], [44, 15], [44, 23], [40, 23], [40, 31], [10, 31], [10, 26], [6, 26], [6, 19], [3, 19], [3, 9], [0, 9]],
  'wing on the bias': [[0, 0], [52, 0], [52, 26], [36, 26], [48, 47], [33, 56], [16, 26], [0, 26]],
}

await SkeletonBuilder.init()
const answers = Object.entries(footprints).map(([name, corners]) => {
  const result = SkeletonBuilder.buildFromPolygon([[...corners, corners[0]]])
  return {
    name,
    corners,
    // x, y and the distance from the edges, which is the height of a roof that rises 12 in 12.
    nodes: result.vertices.map((vertex) => vertex.map((value) => Number(value.toPrecision(7)))),
  }
})
const lines = answers.map((answer) => JSON.stringify(answer))
writeFileSync(new URL('./skeletons.json', import.meta.url), `[\n${lines.join(",\n")}\n]\n`)
