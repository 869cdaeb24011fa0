import { ownOf } from '../text/own'

/** A column every list may have, usable in templates without being declared. */
interface ColumnRow {
  name: string
  /** Heading words in several languages, folded and without separators; the exact names of the roster format come first. */
  headings: readonly string[]
  /** What people type in its place when they copy the rule instead of filling it in; the headings count as well. */
  typed?: readonly string[]
}

/** The built-in columns of a list, in the order a list has them. Adding one is a row here and its place in `Person`. */
export const ROSTER_COLUMNS = [
  {
    name: 'id',
    headings: [
      'id', 'sourcedid', 'personid', 'number', 'no', 'nr', 'matriculation', 'memberid', 'kennung', 'matricula', 'numero', 'studentno',
      'studentid', 'studentnumber', 'pupilno', 'pupilid', 'matrikelnummer', 'schulernummer', 'personalnummer', 'employeeid', 'firmno',
      'matricola', 'matricule', 'leerlingnummer', 'studentnummer', 'elevnummer', 'numeroetudiant', 'номер', '学号', '学籍番号', '出席番号', '학번',
    ],
  },
  {
    name: 'given',
    headings: [
      'given', 'givenname', 'firstname', 'first', 'forename', 'vorname', 'prenom', 'nombre', 'nome', 'fornavn', 'fornamn',
      'voornaam', 'imie', 'jmeno', 'krestnijmeno', 'keresztnev', 'utonev', 'ime', 'etunimi', 'prenume', 'eesnimi', 'имя', 'імя', 'ονομα', '名',
      'שםפרטי', 'الاسمالاول',
    ],
    typed: ['yourgivenname', 'yourfirstname'],
  },
  {
    name: 'family',
    headings: [
      'family', 'familyname', 'lastname', 'last', 'surname', 'nachname', 'familienname', 'nomdefamille', 'apellido', 'apellidos', 'cognome',
      'sobrenome', 'etternavn', 'efternavn', 'efternamn', 'achternaam', 'nazwisko', 'prijmeni', 'vezeteknev', 'csaladnev', 'sukunimi',
      'perekonnanimi', 'prezime', 'soyad', 'soyadi',
      'фамилия', 'прізвище', 'επωνυμο', '姓', '氏', 'שםמשפחה', 'اسمالعائلة',
    ],
    typed: ['yourfamilyname', 'yourlastname', 'yoursurname', 'nom'],
  },
  {
    name: 'name',
    headings: [
      'name', 'fullname', 'displayname', 'person', 'participant', 'organisation', 'organization', 'firm', 'company', 'teilnehmer',
      'firma', 'nom', 'naam', 'business', 'enterprise', 'supplier', 'contractor', 'student', 'pupil', 'employee', 'betrieb', 'unternehmen',
      'schuler', 'schulerin', 'entreprise', 'societe', 'eleve', 'empresa', 'alumno', 'azienda', 'ditta', 'bedrijf', 'leerling', 'virksomhed',
      'elev', 'navn', 'namn', 'nimi', 'teljesnev', 'adsoyad', 'adisoyadi', 'ogrenci',
      'uczen', 'zak', 'tanulo', 'studentname', 'pupilname', 'participantname', 'employeename', 'learner', 'learnername', 'trainee',
      'teilnehmerin', 'teilnehmende', 'studierende', 'studierender', 'studentin', 'lernende', 'lernender', 'auszubildende', 'azubi',
      'namedesschulers', 'nomdeleleve', 'nomcomplet', 'etudiant', 'etudiante', 'stagiaire', 'apprenti', 'alumna', 'alumnoa', 'nombrecompleto',
      'estudiante', 'nomecompleto', 'studente', 'cursist', 'kursist', 'celejmeno', 'punoime',
      'фио', 'піб', 'ονοματεπωνυμο', '氏名', '名前', '姓名', '이름', '성명', 'שם', 'שםמלא', 'الاسم', 'اسم', 'deelnemer', 'deltager', 'deltagare',
    ],
    typed: [
      'yourname', 'myname', 'lastfirst', 'familygiven', 'vornamenachname', 'nachnamevorname', 'votrenom', 'tunombre', 'seunome', 'iltuonome',
    ],
  },
  {
    name: 'group',
    headings: [
      'group', 'team', 'crew', 'class', 'course', 'section', 'gruppe', 'klasse', 'groupe', 'grupo', 'gruppo', 'grupa', 'period', 'classe',
      'clase', 'klas', 'klass', 'klasa', 'kurs', 'squad', 'homeroom', 'tutorgroup', 'studio', 'hold', 'groep', 'skupina', 'trida',
      'trieda', 'csoport', 'osztaly',
      'ryhma', 'luokka', 'ruhm', 'turma', 'clasa', 'sinif', 'sube', 'oddzial', 'razred', 'группа', 'класс', 'група', 'клас', 'ομαδα', 'ταξη', '组',
      '班级', '班', 'クラス', '組',
      '班號', '반', 'כיתה', 'קבוצה', 'المجموعة', 'الصف', 'equipe', 'squadra', 'equipo', 'druzyna', 'lag',
    ],
    typed: ['groupname', 'yourgroup', 'classname', 'gruppenname'],
  },
  { name: 'email', headings: ['email', 'mail', 'emailaddress', 'mailaddress'] },
  {
    name: 'alias',
    headings: [
      'alias', 'aliases', 'othernames', 'nickname', 'spitzname', 'goesby', 'alsocalled', 'alsoknownas', 'aka', 'knownas', 'preferredname',
      'rufname', 'auchgenannt', 'surnom', 'apodo', 'soprannome', 'roepnaam',
    ],
  },
] as const satisfies readonly ColumnRow[]

export type RosterColumn = typeof ROSTER_COLUMNS[number]['name']

const BY_NAME: Readonly<Record<string, ColumnRow>> = Object.fromEntries(ROSTER_COLUMNS.map(column => [column.name, column]))

/** Words people leave in for a person's value: the field itself, what lists call it, and what rules tell people to write. */
export function wordsOfColumn(field: string): readonly string[] {
  const { headings = [], typed = [] } = ownOf(BY_NAME, field) ?? {}
  return [...headings, ...typed]
}
