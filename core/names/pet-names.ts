import { looseKey } from '../text/fold'

/**
 * What people who bear a given name are called by those who know them, as far as it is no mere beginning of it. By language; common practice,
 * no source. Each entry is the name and its pet forms.
 */
export const PET_NAMES: Record<string, readonly string[]> = {
  English: [
    'Abigail: Abby', 'Alexander: Sandy Xander Sasha', 'Alexandra: Sandra Lexi Sasha', 'Amelia: Millie', 'Andrew: Andy Drew', 'Anthony: Tony',
    'Benjamin: Benny', 'Catherine: Kate Katie Cathy Kitty', 'Charles: Charlie Chuck', 'Charlotte: Lottie Charlie', 'Christopher: Kit Kester',
    'Daniel: Danny', 'David: Dave', 'Deborah: Debbie', 'Dorothy: Dot Dolly', 'Edward: Eddie Ted Ned', 'Eleanor: Ellie Nell Nora',
    'Elizabeth: Lizzie Liz Beth Betty Libby Lisa', 'Emily: Millie', 'Florence: Flo Florrie', 'Frederick: Freddie', 'Gabriel: Gabe',
    'Geoffrey: Jeff', 'Gerald: Gerry Jerry', 'Harold: Harry Hal', 'Henry: Harry Hank', 'Isabella: Bella Izzy', 'Jacob: Jake',
    'James: Jim Jimmy Jamie', 'Jennifer: Jenny', 'John: Jack Johnny', 'Jonathan: Jonny', 'Joseph: Joe Joey', 'Josephine: Josie', 'Judith: Judy',
    'Katherine: Kate Katie Kathy Kitty', 'Kathryn: Kate Katie Kathy', 'Kenneth: Kenny', 'Lawrence: Larry', 'Leonard: Lenny', 'Madeleine: Maddie',
    'Margaret: Maggie Meg Peggy Greta', 'Martha: Mattie', 'Matthew: Matty', 'Michael: Mike Mick Mickey', 'Nathaniel: Nate', 'Nicholas: Nicky',
    'Oliver: Ollie', 'Olivia: Livvy', 'Patricia: Trish Tricia', 'Patrick: Paddy', 'Penelope: Penny', 'Peter: Pete', 'Rebecca: Becky Becca',
    'Richard: Rick Dick Richie', 'Robert: Bob Bobby Bert Robbie', 'Ronald: Ronnie', 'Samantha: Sammy', 'Samuel: Sammy', 'Sarah: Sally Sadie',
    'Stephen: Steve', 'Steven: Steve', 'Susan: Susie', 'Theodore: Ted Theo', 'Thomas: Tommy', 'Timothy: Timmy', 'Victoria: Vicky Tori',
    'Walter: Wally', 'William: Bill Billy Willy Liam', 'Zachary: Zack',
  ],
  German: [
    'Alexander: Sascha', 'Andreas: Andi Anderl', 'Anton: Toni', 'Antonia: Toni', 'Barbara: Babsi Bärbel', 'Brigitte: Gitti Biggi',
    'Christian: Krischan', 'Christine: Christl Tina', 'Charlotte: Lotte Lotta', 'Eleonore: Lore', 'Elisabeth: Lisa Sissi Lilli Elli Lisbeth Lisl',
    'Franziska: Franzi', 'Friederike: Rike', 'Friedrich: Fritz', 'Gabriele: Gabi', 'Georg: Schorsch', 'Gerhard: Gerd', 'Heinrich: Heinz Heiner',
    'Joachim: Jochen Achim', 'Johanna: Hanna Hanni', 'Johannes: Hans Hannes', 'Josef: Sepp Jupp', 'Joseph: Sepp', 'Karl: Kalle', 'Karoline: Line',
    'Katharina: Kathi Käthe Trine Nina', 'Leopold: Poldi', 'Ludwig: Lutz', 'Magdalena: Lena Leni Magda', 'Manfred: Manni',
    'Margarete: Grete Gretel Rita', 'Matthias: Hias Matze', 'Maximilian: Maxi', 'Michael: Michi Michl', 'Reinhard: Reini', 'Rudolf: Rudi',
    'Sebastian: Basti Wastl', 'Siegfried: Siggi', 'Stefanie: Steffi', 'Stephanie: Steffi', 'Susanne: Susi Sanne', 'Theresa: Resi', 'Therese: Resi',
    'Theresia: Resi', 'Ulrich: Uli', 'Veronika: Vroni', 'Wilhelm: Willi', 'Wolfgang: Wolfi',
  ],
  French: [
    'Antoine: Toine', 'Benjamin: Benji', 'Catherine: Cathy', 'Charlotte: Chacha', 'Élisabeth: Babeth Lise', 'Guillaume: Guigui',
    'Laurent: Lolo', 'Sébastien: Seb', 'Véronique: Véro', 'Nicolas: Nico', 'Frédéric: Fred',
  ],
  Spanish: [
    'Alberto: Beto', 'Antonio: Toni Toño', 'Concepción: Concha Conchita', 'Consuelo: Chelo', 'Dolores: Lola', 'Eduardo: Lalo',
    'Enrique: Quique Kike', 'Francisca: Paca Paqui', 'Francisco: Paco Pancho Curro Kiko', 'Guillermo: Memo', 'Ignacio: Nacho', 'Isabel: Chabela',
    'Jesús: Chus Suso', 'José: Pepe', 'Josefa: Pepa', 'Juan: Juanito', 'Luis: Lucho', 'Manuel: Manolo', 'Mercedes: Merche', 'Pilar: Pili',
    'Roberto: Beto', 'Rosario: Charo',
  ],
  Italian: [
    'Alessandra: Sandra', 'Alessandro: Sandro', 'Antonio: Tonino Nino', 'Domenico: Mimmo', 'Elisabetta: Betta Lisa', 'Emanuele: Lele',
    'Eleonora: Nora', 'Francesca: Checca', 'Francesco: Checco Cesco', 'Gabriele: Lele', 'Giovanna: Gianna', 'Giovanni: Gianni Nanni Vanni',
    'Giuseppe: Beppe Peppe Peppino Pino', 'Lorenzo: Renzo', 'Luigi: Gigi Gino', 'Margherita: Rita', 'Raffaele: Lello', 'Salvatore: Turi',
    'Vincenzo: Enzo',
  ],
  Portuguese: [
    'Alexandre: Xande', 'António: Toninho', 'Beatriz: Bia', 'Eduardo: Duda', 'Filipa: Pipa', 'Filipe: Lipe', 'Francisco: Chico', 'João: Joca',
    'José: Zé', 'Manuel: Manel Nelo', 'Margarida: Guida',
  ],
  Dutch: [
    'Antonius: Ton Toon', 'Catharina: Trijn Toos', 'Christiaan: Chris', 'Cornelis: Kees Cor', 'Elisabeth: Els Liesbeth Bep', 'Frederik: Freek Frits',
    'Hendrik: Henk Rik', 'Jacob: Jaap Koos', 'Johanna: Hanneke', 'Johannes: Jan Joop Hans', 'Margaretha: Greet Griet', 'Maria: Mieke Riet Ria',
    'Matthijs: Thijs', 'Nicolaas: Klaas', 'Petrus: Piet', 'Pieter: Piet Peer', 'Sebastiaan: Bas', 'Wilhelmina: Mien Mina', 'Willem: Wim Pim',
  ],
  Swedish: [
    'Bengt: Bengan', 'Elisabeth: Lisbet Lisa', 'Gustav: Gurra Gösta', 'Jan: Janne', 'Johan: Jan', 'Karl: Kalle', 'Kristina: Stina', 'Lars: Lasse',
    'Margareta: Maggan Greta', 'Nils: Nisse', 'Oscar: Ogge', 'Per: Pelle',
  ],
  Polish: [
    'Agnieszka: Aga', 'Aleksander: Olek', 'Aleksandra: Ola Olka', 'Andrzej: Jędrek', 'Anna: Ania Anka', 'Antoni: Antek', 'Barbara: Basia Baśka',
    'Bartłomiej: Bartek', 'Bartosz: Bartek', 'Danuta: Danka', 'Elżbieta: Ela Elka', 'Franciszek: Franek', 'Grzegorz: Grzesiek Grześ',
    'Hanna: Hania', 'Helena: Hela', 'Henryk: Heniek', 'Jadwiga: Jadzia', 'Jakub: Kuba', 'Jan: Janek Jaś Jasiek', 'Joanna: Asia Aśka',
    'Józef: Józek', 'Julia: Julka', 'Katarzyna: Kasia Kaśka', 'Krzysztof: Krzysiek Krzyś', 'Maciej: Maciek', 'Małgorzata: Gosia Małgosia',
    'Maria: Marysia Maryla', 'Michał: Misiek', 'Piotr: Piotrek', 'Ryszard: Rysiek', 'Stanisław: Staszek Staś', 'Tadeusz: Tadek', 'Tomasz: Tomek',
    'Urszula: Ula', 'Władysław: Władek', 'Wojciech: Wojtek', 'Zbigniew: Zbyszek', 'Zofia: Zosia Zośka', 'Zuzanna: Zuza Zuzia',
    'Ewelina: Ewelka', 'Ignacy: Ignaś', 'Magdalena: Madzia', 'Mateusz: Mati', 'Natalia: Natka', 'Oliwia: Oliwka', 'Patrycja: Pati',
    'Szymon: Szymek', 'Tymon: Tymek', 'Tymoteusz: Tymek', 'Wiktoria: Wika', 'Weronika: Wera',
  ],
  Czech: [
    'Alžběta: Bětka', 'Anna: Anička', 'Antonín: Tonda', 'Barbora: Bára', 'František: Franta', 'Jakub: Kuba', 'Jan: Honza Jenda', 'Jaroslav: Jarda',
    'Jiří: Jirka', 'Josef: Pepa', 'Kateřina: Katka Káťa', 'Ladislav: Láďa', 'Magdaléna: Majda', 'Miroslav: Mirek', 'Ondřej: Ondra', 'Pavel: Pája',
    'Petr: Péťa', 'Stanislav: Standa', 'Tereza: Terka', 'Václav: Vašek', 'Veronika: Verča', 'Vojtěch: Vojta', 'Zdeněk: Zdenda', 'Zuzana: Zuzka',
  ],
  Hungarian: [
    'András: Bandi Andris', 'Attila: Ati', 'Borbála: Bori', 'Erzsébet: Erzsi Bözsi', 'Éva: Évi', 'Ferenc: Feri', 'Gábor: Gabi', 'György: Gyuri',
    'Ilona: Ica Ilka', 'István: Pisti Isti', 'János: Jani', 'József: Józsi', 'Judit: Jutka', 'Katalin: Kati', 'László: Laci', 'Mária: Marika',
    'Margit: Manci', 'Mihály: Misi', 'Pál: Pali', 'Péter: Peti', 'Piroska: Piri', 'Sándor: Sanyi', 'Tamás: Tomi', 'Zoltán: Zoli',
    'Zsuzsanna: Zsuzsa Zsuzsi',
  ],
  Russian: [
    'Александр: Саша Шура Саня', 'Александра: Саша Шура', 'Алексей: Лёша Алёша', 'Анастасия: Настя', 'Анатолий: Толя', 'Андрей: Андрюша',
    'Анна: Аня Нюра', 'Борис: Боря', 'Валентина: Валя', 'Варвара: Варя', 'Василий: Вася', 'Виктор: Витя', 'Виктория: Вика', 'Владимир: Вова Володя',
    'Вячеслав: Слава', 'Галина: Галя', 'Георгий: Гоша Жора', 'Григорий: Гриша', 'Дарья: Даша', 'Дмитрий: Дима Митя', 'Евгений: Женя',
    'Евгения: Женя', 'Екатерина: Катя', 'Елена: Лена Алёна', 'Елизавета: Лиза', 'Иван: Ваня', 'Илья: Илюша', 'Ирина: Ира', 'Константин: Костя',
    'Ксения: Ксюша', 'Любовь: Люба', 'Людмила: Люда Мила', 'Маргарита: Рита', 'Мария: Маша Маруся', 'Михаил: Миша', 'Надежда: Надя',
    'Наталия: Наташа', 'Наталья: Наташа', 'Николай: Коля', 'Ольга: Оля', 'Павел: Паша', 'Пётр: Петя', 'Полина: Поля', 'Роман: Рома',
    'Светлана: Света', 'Сергей: Серёжа', 'София: Соня', 'Софья: Соня', 'Степан: Стёпа', 'Татьяна: Таня', 'Тимофей: Тима', 'Фёдор: Федя', 'Юлия: Юля',
  ],
  Ukrainian: [
    'Анастасія: Настя', 'Володимир: Вова Володя', 'Ганна: Галя Аня', 'Дмитро: Діма Митько', 'Євген: Женя', 'Єлизавета: Ліза', 'Іван: Ваня Іванко',
    'Катерина: Катя', 'Марія: Марійка Маруся', 'Микола: Коля', 'Михайло: Мишко', 'Наталія: Наталка Наташа', 'Олександр: Сашко Саша',
    'Олександра: Леся Олеся Саша', 'Олена: Оленка Лена', 'Петро: Петрик', 'Софія: Соня', 'Тетяна: Таня', 'Юлія: Юля',
  ],
  Greek: [
    'Αθανάσιος: Θανάσης Νάσος', 'Αικατερίνη: Κατερίνα', 'Αλέξανδρος: Αλέκος Αλέξης', 'Βασίλειος: Βασίλης', 'Γεώργιος: Γιώργος',
    'Δημήτριος: Δημήτρης Μήτσος', 'Ελένη: Λένα', 'Εμμανουήλ: Μανώλης', 'Ευάγγελος: Βαγγέλης', 'Θεόδωρος: Θόδωρος', 'Ιωάννης: Γιάννης',
    'Κωνσταντίνος: Κώστας Ντίνος', 'Konstantinos: Kostas Costas Dinos', 'Dimitrios: Dimitris Mimis', 'Georgios: Giorgos Yorgos',
    'Ioannis: Giannis Yannis', 'Nikolaos: Nikos', 'Panagiotis: Panos Takis', 'Athanasios: Thanasis Sakis', 'Vasileios: Vasilis', 'Spyridon: Spyros',
    'Μαρία: Μαίρη', 'Νικόλαος: Νίκος', 'Παναγιώτης: Πάνος Τάκης', 'Σπυρίδων: Σπύρος',
  ],
}

const BY_NAME = new Map<string, string[]>()
for (const entry of Object.values(PET_NAMES).flat()) {
  const [name = '', forms = ''] = entry.split(': ')
  const key = looseKey(name)
  BY_NAME.set(key, [...BY_NAME.get(key) ?? [], ...forms.split(' ')])
}

const NONE: readonly string[] = []

/**
 * What somebody with a given name may be called; of several given names the first.
 *
 * @example
 * petNamesOf('Wojciech Jan') //=> ['Wojtek']
 */
export const petNamesOf = (given: string): readonly string[] => BY_NAME.get(looseKey(given.trim().split(/[\s-]/)[0] ?? '')) ?? NONE

/**
 * Whether of two given names one is what somebody with the other is called.
 *
 * @example
 * arePetForms('Wojtek', 'Wojciech') //=> true
 */
export const arePetForms = (one: string, other: string): boolean =>
  petNamesOf(one).some(pet => looseKey(pet) === looseKey(other)) || petNamesOf(other).some(pet => looseKey(pet) === looseKey(one))
