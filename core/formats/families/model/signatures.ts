import { latin1, u16le, u32le } from '../../../bytes/read'
import { signatures } from '../../family'

/** Binary meshes are told by their length, text forms by their first lines. */
const mayBePlain = (head: Uint8Array, size: number) =>
  (size >= 84 && (size === 84 + 50 * u32le(head, 80) || head.subarray(0, 512).includes(0)))
  || (u16le(head, 0) === 1 && u16le(head, 2) === 9)
  || /^\s*(?:solid\b|SOLID\b|OFF\b|(?:ST)?C?N?4?n?OFF\b|\d+\s*\r?\n\s*SECTION|999\r?\n|#|v |mtllib |o |g |newmtl )/.test(latin1(head, 0, 256))

/** Meshes, scenes, drawings and metafiles. */
export const SIGNATURES = signatures([
  { starts: 'glTF', reader: 'binaryScene' },
  { starts: 'BLENDER', reader: 'project' },
  { starts: 'Kaydara FBX Binary', reader: 'binaryExchange' },
  { starts: '; FBX', reader: 'textExchange' },
  { starts: 'PXR-USDC', reader: 'binaryStage' },
  { starts: '#usda', reader: 'textStage' },
  { starts: '#VRML', reader: 'world' },
  { starts: 'FORM', when: head => /^LWO[B23]|^LWLO/.test(latin1(head, 8, 12)), reader: 'layeredScene' },
  { starts: 'xof 0', when: head => /^xof \d{4}(?:txt|bin|tzip|bzip)/.test(latin1(head, 0, 12)), reader: 'frameScene' },
  { starts: 'ISO-10303-21;', reader: 'product' },
  {
    starts: 'AC10', when: (head, size) => /^AC10\d\d/.test(latin1(head, 0, 6)) && size > 32 && head.subarray(6, 12).includes(0),
    reader: 'binaryDrawing',
  },
  { starts: '(DWF V', reader: 'publishedDrawing' },
  { starts: '3D Geometry File Format', reader: 'curves' },
  { starts: '\xFF\xFE\xFF\x0E', when: head => latin1(head, 4, 32).replace(/\0/g, '').startsWith('SketchUp Model'), id: 'skp' },
  { starts: ['QC4DC4D6', 'C4DC4D6'], id: 'c4d' },
  { starts: '//Maya ASCII', id: 'ma' },
  { starts: '# vtk DataFile', reader: 'grid' },
  { starts: '$MeshFormat', reader: 'elements' },
  { starts: ['DBRep_DrawableShape', 'CASCADE Topology', '\nCASCADE Topology'], reader: 'topology' },
  { starts: '**ABCDEFGHIJKLMNOPQRSTUVWXYZ', id: 'x_t' },
  // a word on a line of its own is no mesh: what describes it follows at once (the format's own description, 1994)
  { starts: 'ply', when: head => /^ply\r?\n(?:format|comment|obj_info|element) /.test(latin1(head, 0, 20)), reader: 'ply' },
  { starts: 'MM', when: head => [0x0002, 0x3D3D, 0x3D3E].includes(u16le(head, 6)) && u32le(head, 2) > 6, reader: 'chunkScene' },
  { starts: '\0\0\x27\x0A', when: head => u32le(head, 28) === 1000, reader: 'shapes' },
  { when: head => /^.{72}S[ 0]{6}1\s*$/m.test(latin1(head, 0, 90)), reader: 'surfaces' },
  { starts: ['AutoCAD Binary DXF', 'AC10', '\xD7\xCD\xC6\x9A', '\x01\0\0\0', 'BEGMF'], reader: 'plain' },
  { when: mayBePlain, reader: 'plain' },
])
