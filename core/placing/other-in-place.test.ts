import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf } from '../../tests/small-rounds'

// common practice, no source: a file named as the rule says, for somebody whom the list does not have, is nobody's of the list

const CLUB: Rules = {
  list: 'id,family,given,group\n1,Brandl,Sophie,U12\n2,Brandl,Lukas,U14\n3,von Thun,Clara,U14\n4,Ó Briain,Mattis,U12\n5,Kovács,Boglárka,U12\n'
    + '6,Kruse,Hans-Peter,U14\n7,García López,María José,U12\n8,García López,Francisco,U12\n9,MacDonald,Alexander,U14\n'
    + '10,Papadopoulos,Konstantinos,U14\n11,Fernández,Lucía,U12',
  requirements: [
    { id: 'med', title: 'Attest', name: '{group}_{family}_{given}_Attest', formats: [{ id: 'pdf' }] },
    { id: 'foto', title: 'Foto', name: '{group}_{family}_{given}_Foto', formats: [{ id: 'jpg' }] },
  ],
}

describe('another name in the place of the holder\'s', () => {
  test.each([
    ['U12_Brannig_Sophie_Attest.pdf', 'another family name'], ['U12_O\'Hara_Sophie_Attest.pdf', 'one with a sign'],
    ['U14_Stein-Vogel_Lukas_Attest.pdf', 'one of two words'], ['U14_de Wit_Clara_Attest.pdf', 'one with a particle'],
    ['U12_Brandl_Jo_Attest.pdf', 'another given name, be it short'], ['U14_Brandl_Brannoc_Foto.jpg', 'one that nobody knows'],
    ['U14_MacKenzie_Alexander_Attest.pdf', 'one that begins as the asked one'],
    ['U12_Zwart_Kai_Attest.pdf', 'two other names'], ['U14_Bergthun_Clara_Foto.jpg', 'one that ends as the asked one'],
  ])('is somebody else: %s, %s', async (path) => {
    expect(await roundOf(CLUB, path)).toEqual({ [path]: 'unplaced' })
  })

  test.each([
    ['U12_Brandel_Sophie_Attest.pdf', 'med 1', 'a slip'], ['U12_Brandl_Sofie_Attest.pdf', 'med 1', 'the same sound'],
    ['U14_vonThun_Clara_Attest.pdf', 'med 3', 'words written as one'], ['U14_Thun_Clara_Foto.jpg', 'foto 3', 'a particle left out'],
    ['U12_OBriain_Mattis_Attest.pdf', 'med 4', 'without its signs'], ['U12_Kovács_Bogi_Attest.pdf', 'med 5', 'a form of the given name'],
    ['U14_Kruse_HP_Attest.pdf', 'med 6', 'its initials'], ['U12_Brandl_Neu_Foto.jpg', 'foto 1', 'a word for a state'],
    ['U12_García López_Mª José_Foto.jpg', 'foto 7', 'a name cut short with a raised letter'],
    ['U12_García López_Fco_Foto.jpg', 'foto 8', 'one cut short'],
    ['U14_McDonald_Alex_Foto.jpg', 'foto 9', 'both names in other forms'], ['U14_Papadopoulos_Kostas_Foto.jpg', 'foto 10', 'a pet form'],
    ['Lucía Fdez Foto.jpg', 'foto 11', 'a family name cut short'],
    ['U12_Brandl_Foto.jpg', 'foto 1', 'what is left out'], ['U12_Scan_Sophie_Attest.pdf', 'med 1', 'a word of a program'],
  ])('is none where it is theirs in another form, or nobody\'s: %s is %s, %s', async (path, at) => {
    expect(await roundOf(CLUB, path)).toEqual({ [path]: at })
  })

  test('weighs less than their own folder, an id or a code', async () => {
    const cv = { id: 'cv', title: 'CV', formats: [{ id: 'pdf' }] }
    const homes: Rules = { ...CLUB, requirements: [{ ...cv, name: '{family}_{given}_cv', folder: '{family} {given}' }] }
    expect(await roundOf(homes, 'Brandl Sophie/Brannig_Sophie_cv.pdf')).toEqual({ 'Brandl Sophie/Brannig_Sophie_cv.pdf': 'cv 1' })
    const ids: Rules = { ...CLUB, requirements: [{ ...cv, name: '{id}_{family}_{given}_cv' }] }
    expect(await roundOf(ids, '3_Brannig_Clara_cv.pdf')).toEqual({ '3_Brannig_Clara_cv.pdf': 'cv 3' })
  })

  // between the rule's own signs, before free text
  const tales: Rules = {
    list: 'id,given,family,group\n1,Enno,Harms,6b\n2,Amelie,Sturm,6a',
    requirements: [{
      id: 'tale', title: 'Aufsatz', name: '{group}_{given} {family}_{titel}', fields: { titel: { type: 'text' } }, formats: [{ id: 'docx' }],
    }],
  }
  test.each([
    ['6b_Enno Claasen_Das Boot.docx', 'unplaced'], ['6b_Enno Harms_Das Boot.docx', 'tale 1'], ['6b_Enno_Mein Tag am Meer.docx', 'tale 1'],
    ['6b_Enno_Mein_Tag_am_Meer.docx', 'tale 1'], ['6b_Enno Mein Tag am Meer.docx', 'tale 1'], ['6a_Tabea Sturm_Nachts.docx', 'unplaced'],
  ])('is no beginning of a title: %s is %s', async (path, at) => expect(await roundOf(tales, path)).toEqual({ [path]: at }))

  test('leaves no other piece, and no group, to who is somebody else', async () => {
    const stage: Rules = {
      list: 'id,given,family,group\n1,Suzuki,Haruto,A\n2,Tanaka,Yui,B',
      requirements: [
        { id: 'bio', title: 'Biography', name: '{name}_bio', formats: [{ id: 'docx' }], folder: 'bios' },
        { id: 'poster', title: 'Poster', name: '{group}_poster', holder: 'group', formats: [{ id: 'pdf' }] },
        { id: 'line', title: 'Recording', name: '{family}_scene', formats: [{ id: 'docx' }] },
      ],
    }
    expect(await roundOf(stage, 'bios/Aurelio Haruto_bio.docx')).toEqual({ 'bios/Aurelio Haruto_bio.docx': 'unplaced' })
  })
})
