import { expect, test } from 'vitest'
import type { ReceivedFile } from '../arrivals/received'
import { inListWords } from '../brief/list-words'
import { readBrief } from '../brief/read'
import type { Brief } from '../brief/types'
import { listUnits } from '../brief/units'
import { check } from '../checking/check'
import { fieldsOf } from '../names/template'
import { holderRows } from '../reporting/holder-rows'
import { forbidRules } from '../rules/warnings'
import { sayFinding } from '../wording/index'
import { guessList } from './guess'
import { readRoster, readTable } from './read'

const listOf = (text: string) => {
  const { table, mapping } = guessList(readTable(new TextEncoder().encode(text)))
  return { mapping, ...readRoster(table, mapping) }
}

// common practice, no source
test.each([
  ['Firm;Contact mail;Also called\nLund Works;a@lund.example;Lund', ['name', 'email', 'alias']],
  ['Business,E-mail,Trade\nPeat & Co,p@peat.example,joiner', ['name', 'email', 'other']],
  ['Vorname;Nachname;Klasse;Rufname\nAnneliese;Quill;7b;Anne', ['given', 'family', 'group', 'alias']],
  ['First name,Last name,Period,Preferred name\nAna,Marsh,3,Annie', ['given', 'family', 'group', 'alias']],
  ['Prénom;Nom de famille;Classe;Surnom\nZoë;Quill;4e B;Zo', ['given', 'family', 'group', 'alias']],
  ['Schüler,Klasse,Kurs\nAna Marsh,7b,Bio', ['name', 'group', 'other']], ['Schueler,Klasse\nAna Marsh,7b', ['name', 'group']],
  ['Navn;Hold;E-mail\nMaja Lind;A;m@x.example', ['name', 'group', 'email']],
  ['Barn;Efternamn;Avdelning\nElsa;Lind;Räven', ['given', 'family', 'group']], ['Barn;Avdelning\nElsa Lind;Räven', ['name', 'group']],
  ['Imię i nazwisko;Klasa\nŁucja Żak;1a', ['name', 'group']],
  ['Name;Surname;Lab group\nAli;Kaya;L1', ['given', 'family', 'group']], ['Nom;Prénom;Groupe de TP\nRoux;Zoë;TP1', ['family', 'given', 'group']],
  ['Name;Project team\nAli Kaya;T1', ['name', 'group']], ['Name;Group leader\nAli Kaya;Bea Nowak', ['name', 'other']],
  ['Jméno;Příjmení;Třída\nJan;Novák;3.B', ['given', 'family', 'group']],
  ['Vezetéknév;Keresztnév;Osztály\nKiss;Éva;7.b', ['family', 'given', 'group']],
  ['Sukunimi;Etunimi;Ryhmä\nVirtanen;Aino;A', ['family', 'given', 'group']],
  ['Фамилия;Имя;Группа\nБолотова;Анна;1', ['family', 'given', 'group']],
  ['Επώνυμο;Όνομα;Τάξη\nΘαλασσινός;Νίκος;Α', ['family', 'given', 'group']],
  ['学号,姓名,班级\n01,王小明,一班', ['id', 'name', 'group']],
  ['氏名,クラス\n山田花子,A', ['name', 'group']],
  ['no;ad;soyad;grup\n1;İrem;Yıldız;G1', ['id', 'given', 'family', 'group']],
  ['Öğrenci No;Adı Soyadı;Sınıf\n12;Ali Yılmaz;9A', ['id', 'name', 'group']],
  ['Meno;Priezvisko;Trieda\nJán;Novák;3.B', ['given', 'family', 'group']],
  ['Vardas;Pavardė;Klasė\nJonas;Petraitis;8a', ['given', 'family', 'group']],
  ['No;NIM;Nama;Kelas\n1;123;Budi Santoso;A', ['other', 'id', 'name', 'group']],
  ['نام;نام خانوادگی;کلاس\nعلی;رضایی;۳', ['given', 'family', 'group']],
  // a group before a class or course, a person's own number before a running one, wherever they stand
  ['Nr.;Matrikelnummer;Nachname;Vorname;Kurs;Gruppe\n1;123456;Quill;Ana;Bio;A', ['other', 'id', 'family', 'given', 'other', 'group']],
  ['Class;Group;Name\n7b;Reef;Ana Marsh', ['other', 'group', 'name']],
  // a firm beside people is what they belong to
  ['Nachname;Vorname;Firma\nQuill;Ana;Harbour Works', ['family', 'given', 'group']],
  ['Teilnehmer/in;Firma\nAna Quill;Harbour Works', ['name', 'group']],
  ['Firma;E-Mail\nHarbour Works;h@w.example', ['name', 'email']],
  ['Büro;Nachname;Vorname\nARC;Huber;Eva', ['group', 'family', 'given']],
  ['candidate no,surname,forenames,set\n0012,Okafor,Chidi James,A', ['id', 'family', 'given', 'group']],
  ['Startnr;Nachname;Vorname;Verein\n101;Bauer;Tim;TSV Nord', ['id', 'family', 'given', 'group']],
  ['Prüfungsnr.;Name\n7;Ana Quill\n8;Bo Lind', ['id', 'name']],
  // what numbers each, under whatever heading; where somebody is reached or lives numbers nobody
  ['Paper ID,Author\n12,Ana Quill\n27,Bo Lind', ['id', 'name']],
  ['Exponat-Nr.;Name\nE4;Ana Quill\nE5;Bo Lind', ['id', 'name']],
  ['Name;Telefonnummer\nAna Quill;5511\nBo Lind;5512', ['name', 'other']],
  ['Name;Room no\nAna Quill;101\nBo Lind;102', ['name', 'other']],
  // a short number that begins anew in every group is a column like any other
  ['Nr;Spieler;Team\n7;Ana Quill;U15\n10;Bo Lind;U15\n7;Cy Moe;U17', ['other', 'name', 'group']],
  ['Registration number,Name\n7,Ana Quill', ['id', 'name']],
  ['Nº de expediente;Apellidos;Nombre\n7;Vidal;Rosa', ['id', 'family', 'given']],
  // headings that say whose it is besides
  ['Name des Kindes;Gruppe\nMia Lang;Bären', ['name', 'group']],
  ['Naam leerling;Klas\nDaan Vries;H3', ['name', 'group']],
  ['Candidate number;Candidate name\n0012;Ana Quill', ['id', 'name']],
  ['Prénom de l’élève;Nom de l’élève\nZoé;Öry', ['given', 'family']],
  ['Team\tMember\nReef\tAna Quill', ['group', 'name']],
  ['Matrikel;Nachname;Vorname\n40121;Quill;Ana', ['id', 'family', 'given']],
  ['Proveedor;NIF;Contacto\nTalleres Ibáñez S.L.;B1042;Rosa Ibáñez', ['name', 'id', 'other']],
  ['Lieferantennr.;Lieferant\n70012;Harbour Works GmbH', ['id', 'name']],
  ['Author,Title\nAna Quill,Tides', ['name', 'other']],
  // whoever people work with is not them
  ['Vorname;Nachname;Fotografin\nAna;Quill;Bo Lind', ['given', 'family', 'other']],
  // firms are not taken apart into given and family names
  ['Fournisseur;Code\nSol et Ombre SA;A1\nMarc Vidal;B2', ['name', 'other']],
  ['Nº;Nome;Apelido\n1;Inês;Sousa', ['id', 'given', 'family']],
  ['N°;Nom;Prénom\n1;Sousa;Inês', ['id', 'family', 'given']],
  ['N.º de aluno;Aluno\n1;Inês Sousa', ['id', 'name']],
  ['№;ФИО\n1;Болотова Анна', ['id', 'name']],
  ['Osztály;Név\n9.a;Kovács Anna', ['group', 'name']],
  ['Priimek;Ime;Razred\nNovak;Ana;3.b', ['family', 'given', 'group']],
  ['Nume;Prenume;Clasa\nPopescu;Ana;5A', ['family', 'given', 'group']],
  // whoever hands in stands under the one that calls everybody otherwise, where no heading says so
  ['Klasse;Näherin;Platz\n7b;Ana Quill;Ost\n7b;Bo Lind;Ost', ['group', 'name', 'other']],
  ['Klasse;Platz\n7b;Ost\n7b;Ost', ['group', 'other']],
  // groups alone hand in under their own names, codes are none
  ['Werk;Kz\nLinz;LNZ\nWels;WEL', ['group', 'other', 'name']],
  // no heading is known, yet words above codes are headings
  ['Keramiker;Ofen\nAna Quill;12\nBo Lind;7', ['name', 'other']],
  ['Ofen;Kz\nLinz;LNZ\nWels;WEL', ['name', 'other']],
  ['Ofen;Keramiker;Platz\nOst;Ana Quill;12\nOst;Bo Lind;7', ['other', 'name', 'other']],
])('the columns of %j are known', (text, columns) => {
  expect(listOf(text).mapping.columns).toEqual(columns)
})

test('the list keeps its own words for what every list has', () => {
  const { roster } = listOf('Student No,First name,Last name,Period\ns1,Ana,Marsh,3')
  expect(roster.headings).toEqual({ id: 'Student No', given: 'First name', family: 'Last name', group: 'Period' })
  expect(listOf('name\nAna Marsh').roster.headings).toEqual({})
})

test('findings and exports call a column as the list does', async () => {
  const { roster } = listOf('First name,Last name,Period\nAna,Marsh,P3\nBo,Quill,P4')
  const brief = await readBrief({ usitorBrief: 1, title: 'Test', requirements: [{ id: 'log', name: '{group}_{family}_log' }] }, roster)
  const report = check({
    brief, roster, rulings: [], previous: null, roots: [], checkedAt: 0, received: [{
      root: 'in', path: 'P33_Marsh_log.txt', size: 4, sha256: null, receivedAt: null, receivedAtFrom: 'unknown',
      reading: { candidates: ['txt'], version: null, state: 'ok', verified: 'checksum', fault: null, props: {} },
    }],
  })
  expect(report.files.flatMap(file => file.findings.map(one => sayFinding(one))).join()).toMatch(/Period "P33" instead of "P3"/)
  expect(holderRows(roster, [], report.slots)[0]?.slice(0, 4)).toEqual(['First name', 'Last name', 'Period', 'id'])
})

// common practice, no source: nobody minds capitals
test('a heading in other letters is the heading', async () => {
  const { roster } = listOf('Nr albumu;Nazwisko;Imię;Temat pracy\n1;Kowalska;Anna;Ptaki')
  const rule = (name: string) => readBrief({ usitorBrief: 1, title: 'x', requirements: [{ id: 'a', name }] }, roster)
  const { units: [unit] } = listUnits(await rule('{nr albumu}_{nazwisko}_{temat pracy}'), roster)
  expect(fieldsOf(...unit?.requirement.names ?? [])).toEqual(['id', 'family', 'Temat pracy'])
  await expect(rule('{promotor}')).rejects.toThrow('unknown field {promotor}')
})

// common practice, no source: a rule is written with the headings of the list that it is written for
test.each([
  ['id,klas,given,family\n1,H3a,Sem,de Vries\n2,H3b,Daan,Peel', '{klas}_{family}_{given:1}', 'H3b/H3b_Peel_D.txt'],
  ['Nr;Kurs;Vorname;Nachname\n101;P24A;Anna;Müller\n102;P24B;Bo;Peel', '{Kurs}_{Nachname}_{Vorname:1}', 'P24B/P24B_Peel_B.txt'],
])('templates may call columns as the list does: %j', async (text, name, right) => {
  const { roster } = listOf(text)
  const group = /\{(klas|Kurs)\}/.exec(name)?.[1] ?? ''
  const family = roster.headings?.family ?? 'family'
  const brief = await readBrief({ usitorBrief: 1, title: 'Test', requirements: [{
    id: 'log', name, folder: `{${group}}`, fields: { [family]: { type: 'roster', spaces: '-' } },
  }] }, roster)
  const received = (path: string): ReceivedFile => ({
    root: 'in', path, size: 4, sha256: null, receivedAt: null, receivedAtFrom: 'unknown',
    reading: { candidates: ['txt'], version: null, state: 'ok', verified: 'checksum', fault: null, props: {} },
  })
  const wrong = right.replace(/^(.+?)\/.+?_/, '$1/X9_')
  const report = check({ brief, roster, checkedAt: 0, received: [received(right)] })
  expect(report.files[0]).toMatchObject({ path: right, role: 'placed', findings: [] })
  expect(report.slots.map(({ expected }) => `${expected.folder}/${expected.name}.txt`)).toContain(right)
  // what is wrong with it is told by the list's word
  const told = check({ brief, roster, checkedAt: 0, received: [received(wrong)] }).files[0]?.findings.map(one => sayFinding(one)).join()
  expect(told).toMatch(new RegExp(`^${group} "X9" instead of`, 'i'))
  // a rule that forbids itself is seen through the list's word, too
  expect(forbidRules(inListWords(brief, roster), listUnits(brief, roster).units)).toEqual([])
})

test('what is a column or declared itself is not taken for the list\'s word of another', async () => {
  const list = { columns: ['family', 'group', 'Kurs'], headings: { group: 'Klasse', family: 'name' } }
  const rule = (name: string, fields = {}) => readBrief({ usitorBrief: 1, title: 'Test', requirements: [{ id: 'log', name, fields }] }, list)
  const parts = (brief: Brief) => fieldsOf(...inListWords(brief, list).requirements[0]?.names ?? [])
  expect(parts(await rule('{Klasse}_{Kurs}_{name}'))).toEqual(['group', 'Kurs', 'name'])
  expect(parts(await rule('{Klasse}', { Klasse: { type: 'choice', values: ['a', 'b'] } }))).toEqual(['Klasse'])
  await expect(rule('{Klass}')).rejects.toThrow('unknown field {Klass}; write {group}')
})

test.each([
  ['Name;Vorname\nMoor;Ida', '{name}_{vorname}', ['family', 'given']], ['Name;Surname\nIda;Moor', '{surname}_{name}', ['family', 'given']],
  ['Name;Surname\nIda;Moor', '{name}_log', ['name']],
])('what a list calls its column Name stands for it beside the other half: %j, %s', async (list, template, columns) => {
  const { roster } = listOf(list)
  const brief = await readBrief({ usitorBrief: 1, title: 'Test', requirements: [{ id: 'log', name: template }] }, roster)
  expect(fieldsOf(...inListWords(brief, roster).requirements[0]?.names ?? [])).toEqual(columns)
})
