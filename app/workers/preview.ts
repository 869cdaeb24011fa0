import { BlobReader, ZipReader } from '@zip.js/zip.js'
import { expose, transfer } from 'comlink'
import Papa from 'papaparse'
import {
  AmbientLight, Box3, DirectionalLight, DoubleSide, Mesh, MeshLambertMaterial, PerspectiveCamera, Points, PointsMaterial, Scene,
  Vector3, WebGLRenderer,
} from 'three'
import type { Object3D, BufferGeometry } from 'three'
import { OBJLoader } from 'three/examples/jsm/loaders/OBJLoader.js'
import { PLYLoader } from 'three/examples/jsm/loaders/PLYLoader.js'
import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js'
import { decodeText } from '#core/text/decode'

const TEXT_SHOWN = 64 * 1024
const ROWS_SHOWN = 40
const ENTRIES_SHOWN = 300

/** The beginning of a text, decoded as the reader decodes it; nothing in it is interpreted. */
async function text(blob: Blob): Promise<{ text: string, more: boolean } | null> {
  const bytes = new Uint8Array(await blob.slice(0, TEXT_SHOWN).arrayBuffer())
  const decoded = decodeText(bytes, blob.size > TEXT_SHOWN)
  return decoded && { text: decoded.text.replace(/^\uFEFF/, ''), more: blob.size > TEXT_SHOWN }
}

/** The first rows of a table. */
async function table(blob: Blob): Promise<{ rows: string[][], more: boolean } | null> {
  const head = await text(blob)
  if (!head) return null
  const { data } = Papa.parse<string[]>(head.text, { preview: ROWS_SHOWN + 1, skipEmptyLines: true })
  return { rows: data.slice(0, ROWS_SHOWN).map(row => row.slice(0, 30).map(cell => cell.slice(0, 200))), more: head.more || data.length > ROWS_SHOWN }
}

/** What an archive holds, from its directory; nothing is unpacked. */
async function archive(blob: Blob): Promise<{ entries: { name: string, size: number }[], total: number }> {
  const reader = new ZipReader(new BlobReader(blob), { filenameValidation: 'tolerant' } as ConstructorParameters<typeof ZipReader>[1])
  const entries: { name: string, size: number }[] = []
  let total = 0
  for await (const entry of reader.getEntriesGenerator()) {
    if (total++ < ENTRIES_SHOWN) entries.push({ name: entry.filename, size: entry.uncompressedSize })
    if (total >= 100_000) break
  }
  await reader.close()
  return { entries, total }
}

/** One look at a mesh from above and aside, drawn off screen. */
async function mesh(blob: Blob, kind: 'stl' | 'obj' | 'ply', width: number, height: number): Promise<ImageBitmap> {
  const material = new MeshLambertMaterial({ color: 0x6F8F93, side: DoubleSide, flatShading: true })
  let body: Object3D
  if (kind === 'obj') {
    body = new OBJLoader().parse(await blob.text())
    body.traverse((part) => { if (part instanceof Mesh) part.material = material })
  }
  else {
    const bytes = await blob.arrayBuffer()
    const geometry: BufferGeometry = kind === 'stl' ? new STLLoader().parse(bytes) : new PLYLoader().parse(bytes)
    if (!geometry.hasAttribute('normal')) geometry.computeVertexNormals()
    body = kind === 'ply' && geometry.index === null
      ? new Points(geometry, new PointsMaterial({ color: 0x17565E, size: 2, sizeAttenuation: false }))
      : new Mesh(geometry, material)
  }
  const box = new Box3().setFromObject(body)
  const [center, size] = [box.getCenter(new Vector3()), box.getSize(new Vector3()).length() || 1]
  const scene = new Scene()
  const camera = new PerspectiveCamera(30, width / height, size / 100, size * 20)
  // meshes are made with z upwards
  camera.up.set(0, 0, 1)
  camera.position.copy(center).add(new Vector3(1, -1.6, 1).normalize().multiplyScalar(size * 2.1))
  camera.lookAt(center)
  const sun = new DirectionalLight(0xFFFFFF, 2.2)
  sun.position.copy(camera.position).add(new Vector3(-size, 0, size * 2))
  scene.add(body, new AmbientLight(0xFFFFFF, 1.1), sun)
  const canvas = new OffscreenCanvas(width, height)
  const renderer = new WebGLRenderer({ canvas: canvas as unknown as HTMLCanvasElement, antialias: true, alpha: true })
  renderer.setSize(width, height, false)
  renderer.render(scene, camera)
  const picture = canvas.transferToImageBitmap()
  renderer.dispose()
  return transfer(picture, [picture])
}

export type PreviewWorker = { text: typeof text, table: typeof table, archive: typeof archive, mesh: typeof mesh }
expose({ text, table, archive, mesh })
