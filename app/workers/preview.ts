import type { FileEntry } from '@zip.js/zip.js'
import { BlobReader, BlobWriter, ZipReader } from '@zip.js/zip.js'
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
import { officeText, picturePart, wordParts } from '#core/previews/office-text'
import { findStoredPicture } from '#core/previews/stored-picture'
import { readWorkbook } from '#core/roster/workbook'
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

const PART_AT_MOST = 16 * 1024 * 1024

/** The picture a file carries of itself: of a camera, or of a program for layered images. */
async function stored(blob: Blob): Promise<Blob | null> {
  const bytes = new Uint8Array(await blob.arrayBuffer())
  if (bytes[0] === 0x50 && bytes[1] === 0x4B) return (await office(blob)).picture
  const found = findStoredPicture(bytes)
  return found && new Blob([bytes.subarray(found.start, found.end)], { type: 'image/jpeg' })
}

/** What can be seen of an office document without its program: its own small picture, and its words or its first rows. */
async function office(blob: Blob): Promise<{ picture: Blob | null, text: string, rows: string[][] | null, more: boolean }> {
  const reader = new ZipReader(new BlobReader(blob), { filenameValidation: 'tolerant' } as ConstructorParameters<typeof ZipReader>[1])
  try {
    const entries = new Map<string, FileEntry>()
    for await (const entry of reader.getEntriesGenerator()) {
      if (!entry.directory && entry.uncompressedSize <= PART_AT_MOST) entries.set(entry.filename, entry)
      if (entries.size >= 10_000) break
    }
    const names = [...entries.keys()]
    const unpack = async (name: string, type: string) => entries.get(name)?.getData(new BlobWriter(type)) ?? null
    const pictured = picturePart(names)
    const picture = pictured === null ? null : await unpack(pictured, pictured.endsWith('.png') ? 'image/png' : 'image/jpeg')
    let text = ''
    for (const [at, name] of wordParts(names).entries()) {
      if (text.length >= TEXT_SHOWN) break
      const xml = await (await unpack(name, 'text/xml'))?.text() ?? ''
      text += `${name.startsWith('ppt/') ? `${at > 0 ? '\n' : ''}— ${at + 1} —\n` : ''}${officeText(xml, TEXT_SHOWN - text.length)}\n`
    }
    const sheet = names.includes('xl/workbook.xml') ? await readWorkbook(new Uint8Array(await blob.arrayBuffer())) : null
    const rows = sheet && [sheet.header, ...sheet.rows].slice(0, ROWS_SHOWN).map(row => row.slice(0, 30).map(cell => cell.slice(0, 200)))
    return { picture, text: text.trim(), rows, more: text.length >= TEXT_SHOWN || (sheet !== null && sheet.rows.length >= ROWS_SHOWN) }
  }
  finally {
    await reader.close()
  }
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

export type PreviewWorker = {
  text: typeof text
  table: typeof table
  archive: typeof archive
  mesh: typeof mesh
  stored: typeof stored
  office: typeof office
}
expose({ text, table, archive, mesh, stored, office })
