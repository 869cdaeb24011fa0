import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { guessList } from './guess'
import type { RosterTable } from './read'
import { readRoster, readTable } from './read'

const read = (text: string) => {
  const { table, mapping } = guessList(readTable(new TextEncoder().encode(text)))
  return readRoster(table, mapping).roster.people
}
const names = (text: string) => read(text).map(({ given, family, name }) => [given, family, name])

// common practice, no source: how people paste lists
describe('a list is read as it was meant', () => {
  test.each<[string, string, [string, string, string][]]>([
    [
      'bare names, no header', 'Ana Marsh\nBo Lindqvast\nZoë d\'Arquelle\n',
      [['Ana', 'Marsh', 'Ana Marsh'], ['Bo', 'Lindqvast', 'Bo Lindqvast'], ['Zoë', 'd\'Arquelle', 'Zoë d\'Arquelle']],
    ],
    [
      'in Catalan "Nom" is the given name beside "Cognoms"', 'Grup;Cognoms;Nom\n4A;Ferrer Soler;Pol\n4B;El Amrani;Yasmina\n',
      [['Pol', 'Ferrer Soler', 'Pol Ferrer Soler'], ['Yasmina', 'El Amrani', 'Yasmina El Amrani']],
    ],
    [
      'a name that holds the family name is the whole one', 'Family name;Name\nMarsh;Ada Marsh\nLind;Bo Lind\n',
      [['', 'Marsh', 'Ada Marsh'], ['', 'Lind', 'Bo Lind']],
    ],
    ['family name first, a comma between', 'Marsh, Ada\nLind, Bo\n', [['Ada', 'Marsh', 'Ada Marsh'], ['Bo', 'Lind', 'Bo Lind']]],
    ['in scripts of East Asia, in one column', '出席番号,氏名\n1,佐藤 葵\n2,鈴木　陽菜\n', [['葵', '佐藤', '佐藤 葵'], ['陽菜', '鈴木', '鈴木　陽菜']]],
    [
      'codes under Student beside both names are ids', 'student,given,family\nS1001,Ada,Marsh\nS1002,Bo,Lind\n',
      [['Ada', 'Marsh', 'Ada Marsh'], ['Bo', 'Lind', 'Bo Lind']],
    ],
    ['in Hangul', '이름,반\n김 민준,1\n이 서연,1\n', [['민준', '김', '김 민준'], ['서연', '이', '이 서연']]],
    ['the same under a heading', 'name\nMarsh, Ada\nLind, Bo\n', [['Ada', 'Marsh', 'Ada Marsh'], ['Bo', 'Lind', 'Bo Lind']]],
    ['the same in quotes', 'name;team\n"Marsh, Ada";Reef\n"Lind, Bo";Dune\n', [['Ada', 'Marsh', 'Ada Marsh'], ['Bo', 'Lind', 'Bo Lind']]],
    ['headings in German', 'Vorname;Nachname;Klasse\nAda;Marsh;4b\n', [['Ada', 'Marsh', 'Ada Marsh']]],
    [
      'German, the family name under "Name"', 'Name;Vorname;Klasse\nMarsh;Ada;4b\nde Vries;Bo;4b\n',
      [['Ada', 'Marsh', 'Ada Marsh'], ['Bo', 'de Vries', 'Bo de Vries']],
    ],
    [
      'French, the family name under "Nom"', 'N°;Nom;Prénom\n1;Le Gall;Zoé\n2;Öry;Can\n',
      [['Zoé', 'Le Gall', 'Zoé Le Gall'], ['Can', 'Öry', 'Can Öry']],
    ],
    ['whole names beside given names', 'Name;Vorname\nAda Marsh;Ada\nBo de Vries;Bo\n', [['Ada', '', 'Ada Marsh'], ['Bo', '', 'Bo de Vries']]],
    ['both names under one heading, in German', '"Name, Vorname";Klasse\n"Marsh, Ada";7a\n', [['Ada', 'Marsh', 'Ada Marsh']]],
    ['in French, family name first without a comma', 'Nom et prénom;Classe\nMarsh Ada;4e\n', [['Ada', 'Marsh', 'Marsh Ada']]],
    ['in Spanish, given name first', 'Nombre y apellidos;Grupo\nAda Marsh;A\n', [['Ada', 'Marsh', 'Ada Marsh']]],
    ['in Italian', 'Cognome e nome;Classe\nMarsh Ada;1A\n', [['Ada', 'Marsh', 'Marsh Ada']]],
    ['in Polish', 'Lp.;Nazwisko i imię;Klasa\n1;Marsh Ada;1a\n', [['Ada', 'Marsh', 'Marsh Ada']]],
    ['in Croatian', 'Ime i prezime;Razred\nAda Marsh;1a\n', [['Ada', 'Marsh', 'Ada Marsh']]],
    ['a note in the heading', 'Student Name (Last, First);Period\nMarsh Ada;3\n', [['Ada', 'Marsh', 'Marsh Ada']]],
    ['people beside their firms', 'Teilnehmer/in;Firma\nAda Marsh;Harbour Works Ltd\n', [['Ada', 'Marsh', 'Ada Marsh']]],
    [
      'particles in a column of their own', 'Voornaam;Tussenvoegsel;Achternaam\nDaan;van den;Berg\nSem;;Vries\n',
      [['Daan', 'van den Berg', 'Daan van den Berg'], ['Sem', 'Vries', 'Sem Vries']],
    ],
    [
      'what stands before a family name, in front', 'Nom et prénom;Classe\nLe Goff Maëlle;2A\nDe Sousa Inês;2A\nRoux Jean-Baptiste;2A\n',
      [['Maëlle', 'Le Goff', 'Le Goff Maëlle'], ['Inês', 'De Sousa', 'De Sousa Inês'], ['Jean-Baptiste', 'Roux', 'Roux Jean-Baptiste']],
    ],
    [
      'family names in capitals, wherever they stand', 'name;team\nLE GOFF Maëlle;A\nAda DE SOUSA;A\nBo van QUILL;A\n',
      [['Maëlle', 'LE GOFF', 'LE GOFF Maëlle'], ['Ada', 'DE SOUSA', 'Ada DE SOUSA'], ['Bo van', 'QUILL', 'Bo van QUILL']],
    ],
    [
      'tabs between columns, commas within names', 'Name (Last, First)\tPeriod\nMarsh, Ada\tP3\nLind, Bo\tP4\n',
      [['Ada', 'Marsh', 'Ada Marsh'], ['Bo', 'Lind', 'Bo Lind']],
    ],
    // two family names, as lists in Spanish have them; what people go by where no other given name stands; common practice, no source
    [
      'two family names', 'Apellido 1;Apellido 2;Nombre\nGarcía;López;Ana\nRuiz;;Bea\n',
      [['Ana', 'García López', 'Ana García López'], ['Bea', 'Ruiz', 'Bea Ruiz']],
    ],
    ['what people go by', 'Studentnr.;Achternaam;Voorletters;Roepnaam\n1;Vries;D.;Daan\n', [['Daan', 'Vries', 'Daan Vries']]],
    ['other names beside a surname', 'Surname;Other names;Form\nOkafor;Chidi James;4A\n', [['Chidi James', 'Okafor', 'Chidi James Okafor']]],
    [
      'whole names under a word for given names', 'Nome;Turma\nAna Souza;8B\nRui Dias;8C\n',
      [['Ana', 'Souza', 'Ana Souza'], ['Rui', 'Dias', 'Rui Dias']],
    ],
    ['given names alone', 'Nome;Turma\nAna;8B\nRui;8C\n', [['Ana', '', 'Ana'], ['Rui', '', 'Rui']]],
    ['in Ukrainian', 'ПІБ;Група\nБойко Олена Іванівна;1\n', [['Олена Іванівна', 'Бойко', 'Бойко Олена Іванівна']]],
    ['in Vietnamese', 'STT;MSSV;Họ và tên;Lớp\n1;B20;Nguyễn Văn An;D20\n', [['Văn An', 'Nguyễn', 'Nguyễn Văn An']]],
    ['headings in French', 'Prénom,Nom de famille\nAda,Marsh\n', [['Ada', 'Marsh', 'Ada Marsh']]],
    [
      'firms, left whole', 'firm\nHarbour Works Ltd\nMarsh & Sons GmbH\nOld Mill Studio\n',
      [['', '', 'Harbour Works Ltd'], ['', '', 'Marsh & Sons GmbH'], ['', '', 'Old Mill Studio']],
    ],
    [
      'particles written large', 'Étudiant;Option\nChloé Da Silva;Son\nAna De la Cruz;Image\nTom Green;Son\n',
      [['Chloé', 'Da Silva', 'Chloé Da Silva'], ['Ana', 'De la Cruz', 'Ana De la Cruz'], ['Tom', 'Green', 'Tom Green']],
    ],
    ['people with one name beside others', 'name\nYlva\nMirko\nAna Marsh\n', [['', '', 'Ylva'], ['', '', 'Mirko'], ['', '', 'Ana Marsh']]],
  ])('%s', (_, text, expected) => {
    expect(names(text)).toEqual(expected)
  })

  test.each([
    ['Cand No,Candidate\n101,Aoife Byrne\n102,Cian Walsh\n', ['101', '102']],
    ['Inscripción;Nombre y apellidos\nF01;Alba Ruiz\nF02;Borja Sanz\n', ['F01', 'F02']],
    // no heading says so, but everybody has another number
    ['Zettel;Vorname;Nachname\nK-17;Ada;Marsh\nK-18;Bo;Lind\n', ['K-17', 'K-18']],
    ['Antragsnr.;Verein;Ort\n2026-011;TSV 1899 Nordheim;Linden\n2026-012;Chorfreunde e.V.;Linden\n', ['2026-011', '2026-012']],
    // rows that are counted, and a year that two share
    ['Lp.;Nazwisko i imię\n1;Marsh Ada\n2;Lind Bo\n', ['marsh-ada', 'lind-bo']],
    ['Jahrgang;Vorname;Nachname\n2010;Ada;Marsh\n2010;Bo;Lind\n', ['ada-marsh', 'bo-lind']],
  ])('whose number it is: %j', (text, ids) => {
    expect(read(text).map(({ id }) => id)).toEqual(ids)
  })

  test('who hands in is who is called otherwise than all others, be a year in the name', () => {
    expect(names('Nr;Wer;Ort\n1;TSV 1899 Nordheim;Linden\n2;Chorfreunde Linden;Linden\n').map(([, , name]) => name))
      .toEqual(['TSV 1899 Nordheim', 'Chorfreunde Linden'])
    expect(names('Antragsnr.;Verein;Ort\n2026-011;TSV 1899 Nordheim;Linden\n2026-012;Chorfreunde e.V.;Linden\n').map(([, , name]) => name))
      .toEqual(['TSV 1899 Nordheim', 'Chorfreunde e.V.'])
  })

  test('two columns whose values come again have a header, where its words never do', () => {
    const animals = read('Keeper,Creature,Place\nHartley,Biscuit,East\nOkafor,Nala,East\nHartley,Pepper,West\n')
    expect(animals.map(({ name, fields }) => [name, fields])).toEqual([
      ['Biscuit', { Keeper: 'Hartley', Place: 'East' }], ['Nala', { Keeper: 'Okafor', Place: 'East' }],
      ['Pepper', { Keeper: 'Hartley', Place: 'West' }],
    ])
    // one such column may be a group that the first person is alone in
    expect(read('Ada M.,Red,a1\nBo L.,Blue,a2\nCleo O.,Blue,a3\nDan P.,Blue,a4\n').map(({ name }) => name)).toContain('Ada M.')
  })

  test('a first row in small letters is a header, where no cell below begins so', () => {
    expect(read('ranger,sector\nOdell,North\nPiers,North\nQuincy,Coast\n').map(({ name, fields }) => [name, fields])).toEqual([
      ['Odell', { sector: 'North' }], ['Piers', { sector: 'North' }], ['Quincy', { sector: 'Coast' }],
    ])
    expect(names('ana,red\nbo,blue\ncy,green\n')).toHaveLength(3)
    expect(names('Ana,red\nbo,blue\nCy,green\n')).toHaveLength(3)
  })

  test('a compound that ends with a word for groups is one; two columns of several words stand under one word each', () => {
    expect(read('Nr;Name;Vorname;Löschgruppe\n1;Lenz;Tim;LG 2\n2;Stein;Max;LG 1\n').map(({ group }) => group)).toEqual(['LG 2', 'LG 1'])
    expect(names('Projeto;Coordenação;UF\nHorta Viva;Cláudia Reis;BA\nLer é Bom;João Alves;PE\n').map(([, , name]) => name))
      .toEqual(['Horta Viva', 'Ler é Bom'])
    expect(names('Schauspieler;Rolle\nAnton Berg;Macbeth\nClara Weiß;Lady Macbeth\nTimo Franke;Banquo\n').map(([, , name]) => name))
      .toEqual(['Anton Berg', 'Clara Weiß', 'Timo Franke'])
    // who has what others have as well is no heading
    expect(names('Ylva;Alt\nAna Marsh;Alt\nBo Lind;Bass\nCy Reid;Alt\n')).toHaveLength(4)
    // one name alone in the first row of a list is somebody
    expect(names('Ylva\nAna Marsh\nBo Lind\n')).toHaveLength(3)
  })

  test('where codes alone call every row otherwise, things hand in: parts, cases, objects', () => {
    expect(names('part no,designer\nBR-1002,Lund\nBR-1003,Lund\nSH-2001,Okafor\nSH-2002,Okafor\n').map(([, , name]) => name))
      .toEqual(['BR-1002', 'BR-1003', 'SH-2001', 'SH-2002'])
    expect(read('part no,designer\nBR-1002,Lund\nBR-1003,Lund\n')[1]).toMatchObject({ fields: { designer: 'Lund' } })
    // a code that two rows share calls nobody
    expect(names('part no,designer\nBR-1002,Lund\nBR-1002,Lund\nBR-1003,Lund\n').map(([, , name]) => name)).toContain('part no')
  })

  test('of people under a code alone the code is what they are called, also beside a heading that is known', () => {
    const people = read('Patient code,Initials,Site\nP-1007,AB,North\nP-1008,CD,North\nP-1012,EF,South')
    expect(people.map(one => [one.id, one.name, one.group])).toEqual([
      ['P-1007', 'P-1007', 'North'], ['P-1008', 'P-1008', 'North'], ['P-1012', 'P-1012', 'South'],
    ])
  })

  test('rows that name a group above its people are no people', () => {
    const people = read('Class 5b\nAmelia Frost\nBen Hollis\nClass 5c\nDylan Price')
    expect(people.map(one => [one.name, one.group])).toEqual([['Amelia Frost', '5b'], ['Ben Hollis', '5b'], ['Dylan Price', '5c']])
    // one such row may be a name like others
    expect(names('Ana Marsh\nTeam A\nBo Lind').map(([, , name]) => name)).toContain('Team A')
  })

  test('what somebody is called, in brackets or quotes behind the name, is another name of theirs', () => {
    const people = read('Name;Heft\nFrost, Amelia (Millie);1\nHollis, Benjamin "Benny";2\nStone, Ida (geb. Moss);3')
    expect(people.map(one => [one.family, one.given, one.name, one.aliases])).toEqual([
      ['Frost', 'Amelia', 'Amelia Frost', ['Millie']], ['Hollis', 'Benjamin', 'Benjamin Hollis', ['Benny']], ['Stone', 'Ida', 'Ida Stone', []],
    ])
    // a cell that is no name stays as it is
    const long = `${'Ana '.repeat(60)}(Anni)`
    expect(read(`name,email\n"Marsh, ${long}",am@reef.example\n"Lind, Bo",bl@reef.example`)[0]?.aliases).toEqual([])
    expect(read('club,member\nReef (Town),Ana Marsh\nDune (Town),Bo Lind')[0]?.group).toBe('Reef (Town)')
  })

  test('a title before a name hides no order of names', () => {
    expect(names('Participant,Organisation\nDr. Ada Moss,Reef\nProf. Ben Oak,Dune')[0]).toEqual(['Dr. Ada', 'Moss', 'Dr. Ada Moss'])
  })

  test('mail addresses show themselves, whatever their heading', () => {
    expect(read('name,Kontakt\nAna Marsh,ana@shore.example\n')[0]).toMatchObject({ email: 'ana@shore.example', given: 'Ana' })
    expect(read('name,Kontakt\nAna Marsh,ask at the desk\n')[0]).toMatchObject({ email: '', fields: { Kontakt: 'ask at the desk' } })
  })
})

/** Words a list may hold: no separator of columns, no line end. */
const word = fc.stringMatching(/^[A-Z][a-zà-ÿ'-]{1,12}$/)

test('one list says the same people with commas, semicolons or tabs between its columns, and as cells of a spreadsheet', () => {
  fc.assert(fc.property(fc.array(fc.tuple(word, word, word), { minLength: 1, maxLength: 12 }), fc.boolean(), (rows, marked) => {
    const cells = [['given', 'family', 'team'], ...rows]
    const said = ([',', ';', '\t'] as const).map(delimiter => read(
      `${marked ? '\uFEFF' : ''}${cells.map(row => row.join(delimiter)).join('\r\n')}\r\n`,
    ))
    const [header = [], ...rest] = cells
    const sheet: RosterTable = { header, rows: rest, encoding: 'utf-8', delimiter: ',' }
    const { table, mapping } = guessList(sheet)
    for (const people of said) expect(people).toEqual(readRoster(table, mapping).roster.people)
  }))
})

// common practice, no source
describe('signs of a few letters', () => {
  const meaningsOf = (text: string) => {
    const { mapping: { columns }, table } = guessList(readTable(new TextEncoder().encode(text)))
    return Object.fromEntries(table.header.map((heading, column) => [heading, columns[column]]))
  }
  test.each(['Kürzel', 'Kuerzel', 'Initials', 'Initialen'])('that call everybody otherwise are theirs: %s', (heading) => {
    expect(meaningsOf(`${heading};Name\nMUE;Tom Münz\nSCH;Iris Schramm`)).toEqual({ [heading]: 'id', Name: 'name' })
    expect(meaningsOf(`Name;${heading}\nTom Münz;T.M.\nIris Schramm;I.S.`)).toEqual({ [heading]: 'id', Name: 'name' })
  })
  test.each([
    ['that several share are a firm\'s', 'Kürzel;Name\nKR;Tom Münz\nKR;Iris Schramm'],
    ['are none beside numbers', 'Nr;Kürzel;Name\n1;MUE;Tom Münz\n2;SCH;Iris Schramm'],
    ['that are missing for one number nobody', 'Kürzel;Name\nMUE;Tom Münz\n;Iris Schramm'],
  ])('%s', (_, list) => expect(meaningsOf(list)).toMatchObject({ Kürzel: 'other' }))
})
