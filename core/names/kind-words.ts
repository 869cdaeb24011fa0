import { looseKey } from '../text/fold'

/**
 * What a piece of work is called in passing, whatever the rule calls it: of "Ben slides Volcanoes" for a presentation the text is the last
 * word. By language; common practice, no source.
 */
export const KIND_WORDS: Record<string, readonly string[]> = {
  English: [
    'presentation', 'slides', 'slide', 'slideshow', 'talk', 'deck', 'essay', 'paper', 'text', 'story', 'poem', 'letter', 'article', 'interview',
    'photo', 'photos', 'picture', 'image', 'pic', 'video', 'film', 'clip', 'movie', 'recording', 'audio', 'song', 'map', 'drawing', 'sketch',
    'painting', 'poster', 'report', 'summary', 'notes', 'worksheet', 'homework', 'assignment', 'exercise', 'task', 'work', 'project', 'script',
    'plan', 'model', 'document', 'file', 'sheet', 'table', 'form', 'handout', 'review', 'thesis', 'portfolio', 'doc', 'docx', 'pdf', 'ppt', 'pptx',
    'xls', 'xlsx', 'invoice', 'contract', 'certificate', 'receipt', 'agreement', 'minutes', 'list', 'appendix', 'annex', 'timesheet',
  ],
  German: [
    'präsentation', 'folien', 'vortrag', 'referat', 'aufsatz', 'text', 'geschichte', 'gedicht', 'brief', 'artikel', 'interview', 'foto', 'bild',
    'video', 'film', 'aufnahme', 'lied', 'karte', 'zeichnung', 'skizze', 'plakat', 'bericht', 'zusammenfassung', 'notizen', 'arbeitsblatt',
    'hausaufgabe', 'aufgabe', 'übung', 'arbeit', 'projekt', 'dokument', 'datei', 'blatt', 'tabelle', 'handout', 'protokoll', 'modell', 'rechnung',
    'vertrag', 'zeugnis', 'bescheinigung', 'quittung', 'liste', 'anhang', 'anlage', 'steckbrief',
  ],
  French: [
    'présentation', 'diapos', 'diaporama', 'exposé', 'rédaction', 'texte', 'histoire', 'poème', 'lettre', 'article', 'photo', 'image', 'vidéo',
    'film', 'enregistrement', 'chanson', 'carte', 'dessin', 'croquis', 'affiche', 'rapport', 'résumé', 'notes', 'fiche', 'devoir', 'exercice',
    'travail', 'projet', 'document', 'fichier', 'dossier', 'facture', 'contrat', 'attestation', 'certificat', 'reçu', 'annexe', 'liste',
  ],
  Spanish: [
    'presentación', 'diapositivas', 'ensayo', 'redacción', 'texto', 'historia', 'poema', 'carta', 'artículo', 'foto', 'imagen', 'vídeo',
    'grabación', 'canción', 'mapa', 'dibujo', 'cartel', 'informe', 'resumen', 'apuntes', 'ficha', 'deberes', 'tarea', 'ejercicio', 'trabajo',
    'proyecto', 'documento', 'archivo', 'factura', 'contrato', 'certificado', 'recibo', 'anexo', 'lista',
  ],
  Italian: [
    'presentazione', 'diapositive', 'relazione', 'tema', 'testo', 'storia', 'poesia', 'lettera', 'articolo', 'foto', 'immagine', 'video',
    'registrazione', 'canzone', 'mappa', 'disegno', 'riassunto', 'appunti', 'scheda', 'compito', 'esercizio', 'lavoro', 'progetto', 'documento',
    'ricerca', 'fattura', 'contratto', 'certificato', 'ricevuta', 'allegato', 'elenco',
  ],
  Portuguese: [
    'apresentação', 'ensaio', 'redação', 'texto', 'história', 'poema', 'carta', 'artigo', 'foto', 'imagem', 'gravação', 'mapa', 'desenho',
    'cartaz', 'relatório', 'resumo', 'ficha', 'exercício', 'trabalho', 'projeto', 'documento',
  ],
  Dutch: [
    'presentatie', 'spreekbeurt', 'opstel', 'tekst', 'verhaal', 'gedicht', 'artikel', 'foto', 'afbeelding', 'opname', 'lied', 'kaart', 'tekening',
    'schets', 'verslag', 'samenvatting', 'aantekeningen', 'werkblad', 'huiswerk', 'opdracht', 'oefening', 'werkstuk', 'project', 'bestand', 'factuur',
    'contract', 'verklaring', 'bijlage', 'lijst',
  ],
  Polish: [
    'prezentacja', 'slajdy', 'wypracowanie', 'tekst', 'opowiadanie', 'wiersz', 'artykuł', 'zdjęcie', 'obraz', 'film', 'nagranie', 'piosenka',
    'mapa', 'rysunek', 'plakat', 'raport', 'sprawozdanie', 'streszczenie', 'notatki', 'zadanie', 'praca', 'projekt', 'plik', 'referat', 'faktura',
    'umowa', 'zaświadczenie', 'załącznik', 'lista',
  ],
  Danish: [
    'oplæg', 'præsentation', 'stil', 'tekst', 'historie', 'digt', 'artikel', 'billede', 'optagelse', 'tegning', 'rapport', 'opgave', 'projekt',
    'faktura', 'kontrakt', 'bilag',
  ],
  Swedish: [
    'presentation', 'uppsats', 'text', 'berättelse', 'dikt', 'artikel', 'bild', 'inspelning', 'teckning', 'rapport', 'uppgift', 'arbete', 'faktura',
    'avtal', 'bilaga',
  ],
  Czech: ['prezentace', 'sloh', 'text', 'příběh', 'báseň', 'článek', 'fotka', 'obrázek', 'nahrávka', 'kresba', 'zpráva', 'úkol', 'práce', 'referát'],
  Hungarian: ['előadás', 'prezentáció', 'fogalmazás', 'szöveg', 'vers', 'cikk', 'fotó', 'kép', 'felvétel', 'rajz', 'beszámoló', 'feladat'],
  Turkish: ['sunum', 'yazı', 'metin', 'şiir', 'makale', 'fotoğraf', 'resim', 'kayıt', 'çizim', 'rapor', 'ödev', 'proje'],
}

const KEYS = new Set(Object.values(KIND_WORDS).flat().map(looseKey))

/**
 * Whether a word, as a loose key, says what kind of work something is.
 *
 * @example
 * isKindWord('slides') //=> true
 */
export const isKindWord = (key: string): boolean => KEYS.has(key)
