import { latin1, startsWith, u16le, u32le } from '../../../bytes/read'
import { family } from '../../family'

const STARTS = [
  'ply', 'glTF', 'BLENDER', 'Kaydara FBX Binary', '; FBX', 'PXR-USDC', '#usda', '#VRML', 'ISO-10303-21;', 'AutoCAD Binary DXF', 'AC10', '3D Geometry File Format', '\xFF\xFE\xFF\x0E', 'QC4DC4D6', 'C4DC4D6', '//Maya ASCII', '# vtk DataFile', '$MeshFormat',
  '\xD7\xCD\xC6\x9A', '\x01\0\0\0', 'BEGMF', 'DBRep_DrawableShape', 'CASCADE Topology', '\nCASCADE Topology', '**ABCDEFGHIJKLMNOPQRSTUVWXYZ', '(DWF V', 'MM', '\0\0\x27\x0A',
]

/** Meshes, scenes, drawings and metafiles: those with a signature, binary STL by its length, and text forms by their first lines. */
export const model = family(
  (head, size) => STARTS.some(start => startsWith(head, start))
    || (size >= 84 && (size === 84 + 50 * u32le(head, 80) || head.subarray(0, 512).includes(0)))
    || (u16le(head, 0) === 1 && u16le(head, 2) === 9)
    || /^\s*(?:solid\b|SOLID\b|OFF\b|(?:ST)?C?N?4?n?OFF\b|\d+\s*\r?\n\s*SECTION|999\r?\n|#|v |mtllib |o |g |newmtl )/.test(latin1(head, 0, 256))
    || /^.{72}S[ 0]{6}1/.test(latin1(head, 0, 82)),
  async () => (await import('./read')).readModel,
)
