import { foldCase, removeAccents } from '../../text/fold'

/**
 * What choices stand for, by kind: each row is one sense, its letters for short first, then what people write for it in eight languages (English,
 * German, French, Spanish, Italian, Portuguese, Dutch, Polish). Common practice, no source.
 */
const SENSES: Readonly<Record<string, readonly string[]>> = {
  directions: [
    'n north nord norte noord północ northern nördlich', 'e o est east ost este leste oost wschód eastern östlich',
    's south süd sud sur sul zuid południe southern südlich', 'w o west ouest oeste ovest zachód western westlich',
    'ne no northeast nordost nordest noreste nordeste noordoost', 'nw no northwest nordwest nordouest noroeste nordovest noordwest',
    'se so southeast südost sudest sureste sudeste zuidoost', 'sw so southwest südwest sudouest suroeste sudovest zuidwest',
  ],
  sizes: [
    'xs extrasmall', 's small klein petit pequeño pequeno piccolo mały', 'm medium mittel moyen mediano medio médio middel średni',
    'l large gross groß grand grande groot duży', 'xl extralarge xlarge',
  ],
  sides: [
    'l left links linke gauche izquierda izq sinistra sx esquerda lewa lewy', 'r right rechts rechte droite derecha destra dx direita prawa prawy',
    'f front frontside vorne vorn vorderseite vorder frontal avant devant frente delante '
    + 'delantera frontale davanti fronte voor voorkant voorzijde przód recto anverso obverse awers',
    'b back backside rear hinten rückseite rück arrière derrière dos trasera detrás '
    + 'atrás retro dietro traseira achter achterkant achterzijde tył verso reverso reverse rewers',
    'side seite seitlich côté profil lado lateral costado lato zijkant bok', 't top oben haut dessus arriba alto sopra cima boven bovenkant góra',
    'b bottom unten unterseite bas dessous abajo bajo sotto basso baixo onder onderkant dół',
  ],
  places: [
    'inside innen intérieur dedans interior dentro interno binnen wewnątrz',
    'outside außen aussen extérieur dehors exterior fuera esterno fuori fora buiten zewnątrz',
  ],
  turns: ['before vorher davor avant antes prima voor przed', 'after nachher danach après después despues dopo depois daarna'],
  meters: [
    'water wasser eau agua acqua água woda',
    'electricity power current elec strom électricité electricidad elettricità eletricidade elektriciteit stroom prąd',
    'gas gaz erdgas gás', 'heating heat heizung chauffage calefacción riscaldamento aquecimento verwarming ogrzewanie wärme',
  ],
  daytimes: ['day tag jour día giorno dia dag dzień', 'night nacht nuit noche notte noite noc'],
  voices: [
    's sop soprano sopran sopraan', 'a alt alto altstimme contralto',
    't ten tenor ténor tenore tenorstimme', 'b bass basse bajo basso baixo bas bassstimme',
  ],
  seasons: [
    'spring frühling frühjahr printemps primavera lente voorjaar wiosna', 'summer sommer été verano estate verão zomer lato',
    'autumn fall herbst automne otoño autunno outono herfst najaar jesień', 'winter hiver invierno inverno zima',
  ],
  courses: [
    'starter appetizer vorspeise entrée entrante antipasto entrada voorgerecht przystawka',
    'main hauptgang hauptspeise hauptgericht plat principal secondo hoofdgerecht danie',
    'dessert pudding nachspeise nachtisch postre dolce sobremesa nagerecht toetje deser',
  ],
  views: [
    'plan floorplan grundriss planta pianta plattegrond rzut', 'section schnitt coupe sección sezione corte secção doorsnede przekrój',
    'elevation ansicht façade élévation alzado prospetto alçado aanzicht gevel elewacja',
  ],
  strokes: [
    'freestyle crawl freistil kraul kraulen crol libre crawlslag libero',
    'back backstroke rücken rückenschwimmen rueckenschwimmen dos espalda dorso costas rugslag rugcrawl grzbiet',
    'breast breaststroke brust brustschwimmen brasse braza rana bruços schoolslag żabka',
    'fly butterfly schmetterling delphin delfin papillon mariposa farfalla vlinderslag motylek',
    'medley lagen quatrenages estilos misti wisselslag zmienny',
  ],
  rooms: [
    'kitchen küche kueche cuisine cocina cucina cozinha keuken kuchnia',
    'bath bathroom bad badezimmer bain baño bagno banheiro badkamer łazienka',
    'living livingroom lounge sitting wohnzimmer salon salón soggiorno sala woonkamer',
    'bed bedroom schlafzimmer chambre dormitorio camera quarto slaapkamer sypialnia',
    'hall hallway corridor flur diele couloir pasillo corridoio gang',
    'toilet wc gästewc toilette toilettes aseo toaleta', 'cellar basement keller cave sótano cantina kelder piwnica',
    'balcony balkon balcon balcón balcone varanda', 'garage', 'garden garten jardin jardín giardino jardim tuin ogród',
  ],
  substances: [
    'n nitrogen stickstoff azote nitrógeno azoto stikstof azot', 'p phosphorus phosphor phosphore fósforo fosforo fosfor fosfaat',
    'k potassium kalium potasio potassio potássio potas', 'ph acidity säure acidité acidez acidità zuurgraad kwasowość',
    'ca calcium kalzium calcio cálcio wapń', 'mg magnesium magnésium magnesio magnésio magnez', 'na sodium natrium sodio sódio sód',
    'fe iron eisen fer hierro ferro ijzer żelazo', 's sulfur sulphur schwefel soufre azufre zolfo enxofre zwavel siarka',
  ],
  floors: [
    'ug kg basement cellar untergeschoss kellergeschoss keller soussol sótano sotano cantina seminterrato cave kelder piwnica',
    'eg gf ground groundfloor erdgeschoss parterre rdc rezdechaussée pianoterra térreo terreo begane beganegrond parter',
    'og uf upper upstairs upperfloor obergeschoss étage etage piso verdieping piętro',
    'dg attic loft dachgeschoss dachboden comble combles grenier ático atico sottotetto mansarda sótão zolder poddasze strych',
  ],
  colours: [
    'color colour coloured farbe farbig bunt couleur colore kleur kolor',
    'black schwarz noir negro nero preto zwart czarny',
    'white weiß weiss blanc blanco bianco branco wit biały',
    'red rot rouge rojo rosso vermelho rood czerwony',
    'blue blau bleu azul blu blauw niebieski', 'green grün gruen vert verde groen zielony', 'yellow gelb jaune amarillo giallo amarelo geel żółty',
    'grey gray grau gris grigio cinzento grijs szary', 'brown braun brun marrón marrone castanho bruin brązowy',
  ],
  orientations: [
    'landscape horizontal quer querformat paysage horizontale apaisado orizzontale paisagem liggend poziomo poziomy poziome',
    'portrait vertical hoch hochformat verticale verticaal retrato ritratto staand pionowo pionowy pionowe',
    'square quadrat quadratisch carré cuadrado quadrato quadrado vierkant kwadrat kwadratowy',
  ],
  channels: [
    'l lum luminance luminanz lightness', 'r red rot rouge rojo rosso vermelho rood czerwony', 'g green grün gruen vert verde groen zielony',
    'b blue blau bleu azul blu blauw niebieski',
  ],
  systems: ['win windows pc', 'mac macos osx apple', 'web html html5 webgl browser', 'linux ubuntu', 'android', 'ios iphone'],
  subjects: [
    'm ma maths math mathe mathematics mathematik mathématiques matemáticas matematica matemática wiskunde matematyka',
    'd german deutsch allemand alemán tedesco alemão duits niemiecki', 'e english englisch anglais inglés inglese inglês engels angielski',
    'f french französisch franz français francés francese francês frans francuski',
    'spanish spanisch espagnol español spagnolo espanhol spaans hiszpański', 'l lat latin latein latín latino latim latijn łacina',
    'b bio biology biologie biología biologia', 'ch che chem chemistry chemie chimie química chimica chemia scheikunde',
    'ph phy physics physik physique física fisica natuurkunde fizyka',
    'g ge history geschichte histoire historia história storia geschiedenis',
    'ek geo geography erdkunde geographie geografie géographie geografía geografia aardrijkskunde',
    'ku art kunst arts arte plastyka', 'mu music musik musique música musica muziek muzyka', 'sp sport sports gym turnen sportunterricht',
    're rel religion religión religione religião godsdienst religia', 'et eth ethics ethik éthique ética etica ethiek etyka',
    'inf info computing informatik informatique informática informatica informatyka',
    'pol politics politik politique política politica politiek polityka',
  ],
  instruments: [
    'vln vl violin violine geige violon violín violino viool skrzypce', 'vla viola bratsche alto altviool altówka',
    'vc vcl cello violoncello violoncelle violonchelo violoncelo wiolonczela',
    'db cb kb contrabass kontrabass contrebasse contrabajo contrabbasso contrabaixo contrabas kontrabas',
    'fl flute flöte querflöte flûte flauta flauto fluit flet', 'ob oboe hautbois hobo obój',
    'cl klar clarinet klarinette clarinette clarinete clarinetto klarinet klarnet', 'bsn fg bassoon fagott basson fagot fagotto',
    'hn hrn horn waldhorn cor trompa corno hoorn waltornia', 'tpt trp trumpet trompete trompette trompeta tromba trompet trąbka',
    'tbn pos trombone posaune trombón puzon', 'tba tuba',
    'perc perk percussion schlagzeug schlagwerk percusión percussione percussão slagwerk perkusja',
    'pno kl piano klavier pianoforte fortepian', 'gtr git guitar gitarre guitare guitarra chitarra gitaar gitara',
    'hp hrf harp harfe harpe arpa harpa harfa', 'sax saxophone saxophon saxofón sassofono saxofone saxofoon saksofon',
    'blfl recorder blockflöte blokfluit', 'acc akk accordion akkordeon accordéon acordeón fisarmonica acordeão akordeon',
  ],
}

const keyOf = (word: string): string => foldCase(removeAccents(word))

/** A word's places: its kind and the number of its row; a few stand for several. */
const PLACES = new Map<string, { kind: string, row: number }[]>()
for (const [kind, rows] of Object.entries(SENSES)) {
  for (const [row, words] of rows.entries()) {
    for (const word of new Set(words.split(' ').map(keyOf))) PLACES.set(word, [...PLACES.get(word) ?? [], { kind, row }])
  }
}

/** The numbers of the rows of one kind that a word stands in. */
const rowsOf = (word: string, kind: string): number[] => (PLACES.get(keyOf(word)) ?? []).flatMap(one => (one.kind === kind ? [one.row] : []))

/** What a longer word begins with: Nordseite is on the north. None where what follows begins with another of the values: Nordost. */
function sensesOfEnds(key: string, values: readonly string[]): { kind: string, row: number }[] {
  const begins = (text: string) => values.map(keyOf).filter(value => value.length >= LEAST_WORD && text.startsWith(value))
  const [only, ...more] = begins(key)
  if (only === undefined || more.length > 0 || !/^\p{L}+$/u.test(key) || key.length < only.length + LEAST_END || begins(key.slice(only.length)).length > 0) return []
  return PLACES.get(only) ?? []
}
/** So many letters must follow. */
const LEAST_END = 4

/** So many values must have a sense of one kind before a word is taken for one of them. */
const LEAST_OF_KIND = 2
/** Of fewer letters a word may be anything. */
const LEAST_WORD = 3

/**
 * Which of some values stands for what a word says: "south" and "Süd" are S where N and S are asked. `undefined`: none, or several do.
 *
 * @example
 * senseMeant('ouest', ['N', 'E', 'S', 'O']) //=> 'O'
 */
export function senseMeant(word: string, values: readonly string[]): string | undefined {
  const key = keyOf(word)
  // one capital letter means something only where every value is of its kind
  const isLetter = /^\p{Lu}$/u.test(word)
  const senses = word.length < LEAST_WORD && !isLetter ? [] : PLACES.get(key) ?? sensesOfEnds(key, values)
  for (const { kind, row } of senses) {
    const known = values.map(value => ({ value, rows: rowsOf(value, kind) }))
    if (known.filter(({ rows }) => rows.length > 0).length < (isLetter ? values.length : LEAST_OF_KIND) || values.length < LEAST_OF_KIND) continue
    const bearing = known.filter(({ rows }) => rows.includes(row))
    // O is west beside E, and east beside W
    const surely = bearing.filter(({ rows }) => rows.length === 1)
    const [only, ...more] = surely.length > 0 ? surely : bearing
    if (only && more.length === 0) return only.value
  }
  return undefined
}

/** A value that stands for something and is one of several: the second violin. */
function numbered(value: string): { word: string, number: string } {
  const { word = value, number = '' } = /^(?<word>\p{L}+)[ ._-]?0?(?<number>\d)$/u.exec(value)?.groups ?? {}
  return { word, number }
}

/**
 * What people write for each of some values, where all of them stand for something of one kind; else nothing. One of several keeps its number.
 *
 * @example
 * wordsOfSenses(['S', 'A', 'T', 'B']).get('T')?.includes('tenor') //=> true
 */
export function wordsOfSenses(values: readonly string[]): Map<string, string[]> {
  if (values.length < LEAST_OF_KIND) return new Map()
  for (const [kind, rows] of Object.entries(SENSES)) {
    // a long column is left at its first value that stands for nothing
    if (!values.every(value => rowsOf(numbered(value).word, kind).length === 1)) continue
    return new Map(values.map((value) => {
      const { word, number } = numbered(value)
      const [row = 0] = rowsOf(word, kind)
      return [value, (rows[row] ?? '').split(' ').map(one => one + number).filter(one => one.length >= LEAST_WORD)]
    }))
  }
  return new Map()
}
