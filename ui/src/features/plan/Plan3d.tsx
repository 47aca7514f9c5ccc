import { Box, Text } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import * as three from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'
import type { PlanAnswer } from '../../api/types'
import { detailName } from '../../shared/roofPlan/planWords'
import type { PlanScene } from '../../shared/roofPlan/roofPlan'

/** Sizes and colors of the model, inches. */
const look = {
  paper: 0xf6f1e6,
  ink: 0x16232e,
  slope: 0xd9cdb4,
  wall: 0xece4d2,
  copper: 0x94480f,
  verdigris: 0x14685a,
  labelInches: 36,
  pinInches: 30,
  mastInches: 40,
} as const

/** The same slopes as on the plan, standing up: to turn with a finger or the mouse. */
export default function Plan3d({ scene, answer }: { scene: PlanScene; answer: PlanAnswer }) {
  const host = useRef<HTMLDivElement>(null)
  const [failed, setFailed] = useState(false)
  useEffect(() => {
    const element = host.current
    if (!element) return
    let renderer: three.WebGLRenderer
    try {
      renderer = new three.WebGLRenderer({ antialias: true })
    } catch {
      setFailed(true)
      return
    }
    return show(element, renderer, scene, answer)
  }, [scene, answer])
  if (failed)
    return (
      <Box className="k-empty" role="status">
        <Text fontWeight="bold">This browser cannot draw in three dimensions (WebGL is missing or switched off).</Text>
        <Text>The plan has every measure that the model would show.</Text>
      </Box>
    )
  return <Box ref={host} className="k-plan" h="full" role="img" aria-label={wordsOf(scene, answer)} />
}

const letterOf = (scene: PlanScene, slopeId: string) => scene.slopes.find(({ id }) => id === slopeId)?.letter ?? '?'

const wordsOf = (scene: PlanScene, answer: PlanAnswer) =>
  `Model of the roof: slopes ${answer.facets.map(({ slopeId }) => letterOf(scene, slopeId)).join(', ')}, ${answer.details.filter(({ onSlope }) => onSlope).length} details, ${answer.spots.filter(({ onSlope }) => onSlope).length} findings`

/** East, up, south: the plan's north points away from who looks. */
const place = (point: { x: number; y: number; z: number }) => new three.Vector3(point.x, point.z, -point.y)

function show(element: HTMLElement, renderer: three.WebGLRenderer, scene: PlanScene, answer: PlanAnswer) {
  const world = new three.Scene()
  world.background = new three.Color(look.paper)
  world.add(new three.HemisphereLight(0xffffff, look.wall, 2.2))
  const sun = new three.DirectionalLight(0xffffff, 1.6)
  sun.position.set(-0.6, 1, 0.5)
  world.add(sun)
  addSlopes(world, scene, answer)
  addThings(world, scene, answer)

  const box = new three.Box3().setFromObject(world)
  const middle = box.getCenter(new three.Vector3())
  const size = box.getSize(new three.Vector3()).length()
  const camera = new three.PerspectiveCamera(40, 1, size / 100, size * 20)
  camera.position.copy(middle).add(new three.Vector3(size * 0.4, size * 0.75, size * 0.85))
  const controls = new OrbitControls(camera, renderer.domElement)
  controls.target.copy(middle)
  controls.maxPolarAngle = Math.PI / 2.05
  const draw = () => renderer.render(world, camera)
  controls.addEventListener('change', draw)
  element.appendChild(renderer.domElement)
  const resize = () => {
    const { clientWidth, clientHeight } = element
    if (clientWidth === 0 || clientHeight === 0) return
    renderer.setPixelRatio(Math.min(2, window.devicePixelRatio))
    renderer.setSize(clientWidth, clientHeight)
    camera.aspect = clientWidth / clientHeight
    camera.updateProjectionMatrix()
    controls.update()
    draw()
  }
  const watch = new ResizeObserver(resize)
  watch.observe(element)
  resize()
  return () => {
    watch.disconnect()
    controls.dispose()
    world.traverse((thing) => {
      if (thing instanceof three.Mesh || thing instanceof three.LineSegments) thing.geometry.dispose()
    })
    renderer.dispose()
    renderer.domElement.remove()
  }
}

function addSlopes(world: three.Scene, scene: PlanScene, answer: PlanAnswer) {
  const slopes = new three.MeshLambertMaterial({ color: look.slope, side: three.DoubleSide })
  const walls = new three.MeshLambertMaterial({ color: look.wall, side: three.DoubleSide })
  const lines: three.Vector3[] = []
  for (const facet of answer.facets) {
    const flat = facet.corners.map(({ x, y }) => new three.Vector2(x, y))
    const triangles = three.ShapeUtils.triangulateShape(flat, [])
    const geometry = new three.BufferGeometry().setFromPoints(facet.corners.map(place))
    geometry.setIndex(triangles.flat())
    geometry.computeVertexNormals()
    world.add(new three.Mesh(geometry, slopes))
    const z = facet.corners.reduce((least, corner) => Math.min(least, corner.z), Number.POSITIVE_INFINITY)
    const label = textSprite(letterOf(scene, facet.slopeId), look.ink, look.labelInches)
    label.position.copy(place({ x: facet.labelX, y: facet.labelY, z: heightAt(facet, z) }))
    world.add(label)
  }
  for (const edge of answer.edges) {
    if (edge.class !== 'seam') lines.push(place(edge.from), place(edge.to))
    // Where nothing lower is beside it, a wall goes down from a free edge: that makes it a house.
    if (edge.otherSlopeId == null) world.add(new three.Mesh(wallUnder(edge.from, edge.to), walls))
  }
  world.add(
    new three.LineSegments(
      new three.BufferGeometry().setFromPoints(lines),
      new three.LineBasicMaterial({ color: look.ink }),
    ),
  )
}

type Corner = { x: number; y: number; z: number }

function wallUnder(from: Corner, to: Corner) {
  const geometry = new three.BufferGeometry().setFromPoints(
    [from, to, { ...to, z: 0 }, { ...from, z: 0 }].map((corner) => place(corner)),
  )
  geometry.setIndex([0, 1, 2, 0, 2, 3])
  geometry.computeVertexNormals()
  return geometry
}

/** Height of a slope's plane at its label, a hand above it, from three of its corners. */
function heightAt(facet: PlanAnswer['facets'][number], least: number) {
  const [a, b, c] = facet.corners
  if (!a || !b || !c) return least
  const plane = new three.Plane().setFromCoplanarPoints(place(a), place(b), place(c))
  const { normal, constant } = plane
  if (Math.abs(normal.y) < 1e-9) return least
  return -(constant + normal.x * facet.labelX - normal.z * facet.labelY) / normal.y + look.labelInches / 2
}

function addThings(world: three.Scene, scene: PlanScene, answer: PlanAnswer) {
  const material = new three.MeshLambertMaterial({ color: look.copper })
  for (const placed of answer.details.filter(({ onSlope }) => onSlope)) {
    const detail = scene.details.find(({ id }) => id === placed.id)
    if (!detail) continue
    const [wide, deep, high] = [detail.widthInches ?? 8, detail.lengthInches ?? 8, detail.heightInches ?? 16]
    const mesh = new three.Mesh(new three.BoxGeometry(wide, high + 24, deep), material)
    mesh.position.copy(place({ ...placed, z: placed.z + high / 2 - 12 }))
    mesh.rotation.y =
      -((answer.facets.find(({ slopeId }) => slopeId === placed.slopeId)?.azimuthDegrees ?? 180) * Math.PI) / 180
    mesh.name = detailName(detail.kind)
    world.add(mesh)
  }
  for (const { fact, number } of scene.findings) {
    const placed = answer.spots.find(({ id }) => id === fact.id)
    if (!placed?.onSlope) continue
    const pin = textSprite(String(number), 0xffffff, look.pinInches, look.copper)
    pin.position.copy(place({ ...placed, z: placed.z + look.mastInches }))
    world.add(pin)
  }
}

const css = (color: number) => `#${color.toString(16).padStart(6, '0')}`

/** Words that always face who looks; on a disc where one is wanted. */
function textSprite(text: string, color: number, inches: number, disc?: number) {
  const canvas = document.createElement('canvas')
  canvas.width = canvas.height = 128
  const pen = canvas.getContext('2d')
  if (pen) {
    if (disc !== undefined) {
      pen.fillStyle = css(disc)
      pen.beginPath()
      pen.arc(64, 64, 60, 0, 2 * Math.PI)
      pen.fill()
    }
    pen.fillStyle = css(color)
    pen.font = `700 ${text.length > 1 ? 72 : 96}px "Atkinson Hyperlegible Next Variable", sans-serif`
    pen.textAlign = 'center'
    pen.textBaseline = 'middle'
    pen.fillText(text, 64, 70)
  }
  const texture = new three.CanvasTexture(canvas)
  texture.colorSpace = three.SRGBColorSpace
  const sprite = new three.Sprite(new three.SpriteMaterial({ map: texture, depthTest: false, toneMapped: false }))
  sprite.scale.set(inches, inches, 1)
  return sprite
}
