import { ownOf } from '../text/own'

/** A column every list may have, usable in templates without being declared. */
interface ColumnRow {
  name: string
  /** Heading words in several languages, folded and without separators; the exact names of the roster format come first. */
  headings: readonly string[]
  /** What people type in its place when they copy the rule instead of filling it in; the headings count as well. */
  typed?: readonly string[]
}

/** Headings of firms: those who hand in where a list names nobody else, else what people belong to. */
export const FIRMS = [
  'organisation', 'organization', 'firm', 'company', 'firma', 'business', 'enterprise', 'supplier', 'contractor', 'betrieb', 'unternehmen',
  'entreprise', 'societe', 'empresa', 'azienda', 'ditta', 'bedrijf', 'virksomhed', 'client', 'kunde', 'kund', 'klant', 'customer', 'cliente',
  'verein', 'association', 'associazione', 'asociacion', 'associacao', 'vereniging', 'forening', 'stowarzyszenie', 'spolek', 'einrichtung', 'trager',
  'vendor', 'subcontractor', 'lieferant', 'auftragnehmer', 'nachunternehmer', 'fournisseur', 'prestataire', 'proveedor', 'fornecedor', 'fornitore',
  'leverancier', 'leverandor', 'leverantor', 'dostawca', 'dodavatel', 'przedsiebiorstwo', 'foretag', 'yritys', 'ceg', 'podjetje', 'tvrtka',
] as const

/** Headings of people by what they do; where a list has names besides, it may be whoever they work with. */
export const ROLES = [
  'author', 'autor', 'autorin', 'auteur', 'autrice', 'autore', 'autora', 'forfatter', 'forfattare', 'artist', 'artiste', 'artista', 'kunstler',
  'kunstlerin', 'photographer', 'fotograf', 'fotografin', 'photographe', 'fotografo', 'speaker', 'referent', 'referentin', 'musician', 'musiker',
  'singer', 'sanger', 'sangerin', 'translator', 'ubersetzer', 'ubersetzerin', 'traducteur', 'traductor', 'traduttore', 'volunteer', 'freelancer',
  'contributor', 'intern', 'praktikant', 'praktikantin', 'becario', 'tirocinante', 'estagiario', 'praktykant', 'apprentice', 'doktorand',
  'doktorandin', 'doctorant', 'doctorante', 'doctorando', 'dottorando', 'worker', 'mitarbeiter', 'mitarbeiterin', 'collaborateur', 'salarie',
  'empleado', 'empleada', 'trabajador', 'dipendente', 'medewerker', 'medarbejder', 'medarbetare', 'pracownik', 'zamestnanec', 'dolgozo',
  'angestellte', 'athlete', 'sportler', 'sportlerin', 'spieler', 'spielerin', 'player', 'joueur', 'jugador', 'giocatore', 'candidato', 'candidata',
] as const

/** The built-in columns of a list, in the order a list has them. Adding one is a row here and its place in `Person`. */
export const ROSTER_COLUMNS = [
  {
    name: 'id',
    // a person's own number before a running one
    headings: [
      'id', 'sourcedid', 'personid', 'matriculation', 'memberid', 'kennung', 'matrikel', 'matrikelnr', 'matrnr', 'matricula',
      'studentno', 'studentid', 'studentnumber', 'pupilno',
      'pupilid', 'matrikelnummer', 'schulernummer', 'personalnummer', 'employeeid', 'firmno', 'matricola', 'matricule', 'leerlingnummer',
      'studentnummer', 'studienr', 'studienummer',
      'elevnummer', 'numeroetudiant', 'numerodetudiant', 'numerodealuno', 'ogrencino', 'ogrencinumarasi', 'nralbumu', 'nrindeksu',
      'osobnicislo', 'neptunkod', 'legajo', 'nim', 'nis', 'nisn', 'nomorinduk', 'mssv', 'masv', 'masosinhvien', 'номерстудента', 'индекс',
      'бројиндекса', 'indeks', 'brojindeksa', 'indexnr', 'vpisnastevilka', 'αριθμοςμητρωου',
      'αμ', '学号', '學號', '学籍番号', '학번', 'studentnr', 'elevnr', 'candidateno', 'candidatenumber', 'candno', 'candidatenr',
      'entryno', 'entrynumber', 'participantno', 'participantnumber', 'teilnehmernummer', 'teilnehmernr', 'deelnemersnummer', 'inscripcion',
      'numerodeinscripcion', 'ninscripcion',
      'numerodecandidato', 'dorsal', 'examno', 'startnr', 'startnummer', 'bibno',
      'examnumber', 'admissionno',
      'registrationno', 'regno', 'rollno', 'rollnumber', 'mitgliedsnummer', 'login', 'userid', 'username', 'netid', 'uid', 'loginid', 'loginname',
      'studid', 'sid', 'sisuserid', 'sisloginid', 'anmeldename', 'benutzername', 'gebruikersnaam',
      'usuario', 'utente', 'identifiant',
      'personnr', 'personalnr', 'mitgliedsnr', 'medlemsnr', 'ansattnr', 'kundennummer', 'kundennr', 'lieferantennummer', 'lieferantennr',
      'prufungsnummer', 'prufungsnr', 'kandidatennummer', 'kandidatennr', 'kandidatnr', 'kennnummer', 'kennnr', 'bewerbernummer', 'bewerbernr',
      'schulernr', 'schulerid', 'katalognummer', 'katalognr', 'indexnumber', 'indexno', 'registrationnumber', 'admissionnumber', 'pupilnumber',
      'membernumber', 'membershipnumber', 'membershipno', 'employeeno', 'employeenumber', 'staffno', 'staffnumber', 'staffid', 'upn',
      'participantid', 'candidateid', 'opiskelijanumero', 'numeralbumu', 'numerindeksu', 'expediente', 'ndeexpediente', 'nodeexpediente',
      'codigodealumno', 'codigoalumno', 'codalumno', 'numerodealumno', 'numerodematricula', 'ndematricula',
      'dni', 'nif', 'cif', 'rut',
      'number', 'no', 'nr', 'numero', 'nomor', 'numara', 'номер', '番号', '번호', '出席番号',
      'رقم', 'الرقم', 'رقمالطالب', 'شماره', 'מספר',
    ],
  },
  {
    name: 'given',
    headings: [
      'given', 'givenname', 'firstname', 'first', 'forename', 'vorname', 'prenom', 'nombre', 'nome', 'fornavn', 'fornamn', 'voornaam', 'imie',
      'jmeno', 'krestnijmeno', 'keresztnev', 'utonev', 'ime', 'etunimi', 'prenume', 'eesnimi', 'ad', 'adi', 'isim', 'meno', 'krstnemeno', 'vardas',
      'vards', 'emri', 'eiginnafn', 'fornafn', 'nombres', 'primeironome', 'primernombre', 'izena', 'namadepan', 'ten',
      'enwcyntaf', 'forenames', 'givennames', 'firstnames', 'vornamen', 'prenoms', 'voornamen', 'fornavne', 'imiona', 'nomi',
      'имя', 'імя', 'име', 'ονομα',
      '名', '名字', 'שםפרטי', 'الاسمالاول', 'نام',
    ],
    typed: ['yourgivenname', 'yourfirstname'],
  },
  {
    name: 'family',
    headings: [
      'family', 'familyname', 'lastname', 'last', 'surname', 'nachname', 'familienname', 'nomdefamille', 'apellido', 'apellidos', 'cognome',
      'sobrenome', 'etternavn', 'efternavn', 'efternamn', 'achternaam', 'nazwisko', 'prijmeni', 'vezeteknev', 'csaladnev', 'sukunimi',
      'perekonnanimi', 'prezime', 'soyad', 'soyadi', 'soyisim', 'priezvisko', 'pavarde', 'uzvards', 'mbiemri', 'eftirnafn', 'kenninafn',
      'cognoms', 'apelido', 'ultimonome', 'primerapellido', 'abizena', 'abizenak',
      'surnames', 'lastnames', 'nachnamen', 'noms', 'achternamen', 'efternavne', 'nazwiska',
      'cognomi', 'priimek', 'nume', 'numedefamilie', 'cyfenw', 'sloinne', 'namabelakang', 'hovatendem', 'ho', 'nomdusage',
      'фамилия', 'прізвище', 'презиме', 'επωνυμο', 'επιθετο', '姓', '氏', '姓氏', 'שםמשפחה', 'اسمالعائلة', 'نامخانوادگی',
    ],
    typed: ['yourfamilyname', 'yourlastname', 'yoursurname', 'nom'],
  },
  {
    name: 'name',
    // people before their firms
    headings: [
      'name', 'fullname', 'displayname', 'person', 'participant', 'teilnehmer', 'nom', 'naam', 'student', 'pupil', 'employee', 'schuler',
      'schulerin', 'eleve', 'alumno', 'leerling', 'elev', 'navn', 'namn', 'nimi', 'teljesnev', 'adsoyad', 'adisoyadi', 'adivesoyadi', 'isimsoyisim',
      'ogrenci', 'ogrenciadi', 'nafn', 'nama', 'namalengkap', 'namasiswa', 'namamahasiswa', 'hoten', 'hovaten', 'aluno', 'aluna', 'nomicognoms',
      'nev', 'tanuloneve', 'diakneve', 'diak', 'hallgato', 'hallgatoneve', 'oppilas', 'opiskelija', 'opilane', 'ucenec', 'ucenik', 'numeleelevului',
      'ainm', 'enw', 'uczen', 'zak', 'tanulo', 'studentname', 'pupilname', 'participantname', 'employeename', 'learner', 'learnername', 'trainee',
      'teilnehmerin', 'teilnehmende', 'studierende', 'studierender', 'studentin', 'lernende', 'lernender', 'auszubildende', 'azubi',
      'namedesschulers', 'nomdeleleve', 'nomcomplet', 'etudiant', 'etudiante', 'stagiaire', 'apprenti', 'alumna', 'alumnoa', 'nombrecompleto',
      'estudiante', 'nomecompleto', 'studente', 'cursist', 'kursist', 'celejmeno', 'punoime', 'фио', 'піб', 'ονοματεπωνυμο', '氏名', '名前', '姓名', '이름',
      '성명', 'שם', 'שםמלא', 'الاسم', 'اسم', 'deelnemer', 'deltager', 'deltagare', 'member', 'mitglied', 'membre', 'miembro', 'membro', 'medlem',
      'candidate', 'kandidat', 'kandidatin', 'candidat', 'prufling', 'child', 'kind', 'barn', 'enfant', 'alunno', 'alunna', 'dziecko',
      'фамилияимяотчество', 'фамилияиимя', 'прізвищетаімя', 'прізвищеімяпобатькові',
      ...ROLES, ...FIRMS,
    ],
    typed: [
      'yourname', 'myname', 'lastfirst', 'familygiven', 'vornamenachname', 'nachnamevorname', 'votrenom', 'tunombre', 'seunome', 'iltuonome',
    ],
  },
  {
    name: 'group',
    // a group or team of some before a class, a class before a course
    headings: [
      'group', 'team', 'gruppe', 'groupe', 'grupo', 'gruppo', 'grupa', 'grup', 'grupp', 'grupe', 'groep', 'skupina', 'csoport', 'ryhma', 'ruhm',
      'hopur', 'taldea', 'kelompok', 'nhom', 'takim', 'группа', 'група', 'ομαδα', '组', '組', '조', 'קבוצה', 'المجموعة', 'گروه', '班號',
      'crew', 'squad', 'kader', 'cohort', 'kohorte', 'cohorte', 'coorte',
      'zespol', 'ekipa', 'tym', 'csapat', 'joukkue', 'tiimi', 'meeskond', 'echipa', 'komanda', 'equip', 'команда',
      'equipe', 'squadra', 'equipo', 'druzyna', 'lag', 'hold', 'ploeg', 'lerngruppe', 'tutorgroup',
      'class', 'klasse', 'classe', 'form', 'set', 'clase', 'klas', 'klass',
      'klasa', 'trida', 'trieda', 'osztaly', 'luokka', 'turma', 'klase', 'kelas',
      'lop', 'bekkur', 'odeljenje', 'کلاس', 'clasa', 'sinif', 'razred', 'класс', 'клас', 'ταξη', 'τμημα', '班级', '班', 'クラス', '반', 'כיתה', 'الصف',
      'period', 'homeroom', 'studio', 'course', 'programme', 'program', 'programma', 'programa', 'studiengang', 'fachrichtung',
      'house', 'section', 'kurs', 'curso', 'corso', 'seccion', 'sezione', 'oddzial', 'sube',
      ...FIRMS,
      'verein', 'club', 'klub', 'mannschaft', 'chor', 'choir', 'coro', 'choeur', 'band', 'ensemble', 'orchestra', 'orchester', 'troupe', 'patrol',
      'schule', 'school', 'ecole', 'escuela', 'scuola', 'szkola', 'skola', 'skole',
      'standort', 'filiale', 'werk', 'niederlassung', 'plant', 'site', 'branch', 'sede', 'vestiging',
      'office', 'buro', 'abteilung', 'department', 'dept', 'service', 'servicio', 'servizio', 'servico', 'departement', 'departamento',
      'ufficio', 'oficina', 'kantoor', 'afdeling', 'avdelning',
      'avdeling', 'reparto', 'osasto', 'dzial', 'oddeleni', 'oddelek',
    ],
    typed: ['groupname', 'yourgroup', 'classname', 'gruppenname'],
  },
  {
    name: 'email',
    headings: [
      'email', 'mail', 'emailaddress', 'mailaddress', 'mailadresse', 'emailadresse', 'eposta', 'epost', 'correo', 'correoelectronico', 'courriel',
    ],
  },
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
