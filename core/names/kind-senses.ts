import { looseKey } from '../text/fold'

/**
 * What people call one kind of work, each row one kind in several languages (English, German, French, Spanish, Italian, Portuguese, Dutch, Polish,
 * and what their neighbours share). Common practice, no source. A word of two kinds stands in both rows.
 */
const KINDS: readonly string[] = [
  'presentation slides slideshow talk deck präsentation folien vortrag referat présentation diapos diaporama exposé presentación '
  + 'diapositivas exposición '
  + 'presentazione diapositive apresentação slide presentatie spreekbeurt prezentacja slajdy præsentation oplæg prezentace sunum ppt pptx'
  + ' презентация доклад',
  'notes notizen notas appunti notities aantekeningen notatki anteckningar notater muistiinpanot poznámky jegyzet конспект заметки',
  'annex appendix attachment anhang anlage annexe anexo allegato bijlage załącznik bilag bilaga',
  'statement statements kontoauszug kontoauszüge relevé extracto estratto extrato afschrift rekeningafschrift wyciąg kontoutdrag',
  'mandate authority attorney vollmacht procuration poder procura procuração volmacht machtiging pełnomocnictwo fullmakt',
  'key keys schlüssel clé clés llave llaves chiave chiavi chave chaves sleutel sleutels klucz klucze',
  'report rapport bericht informe relazione relatório verslag raport sprawozdanie rapor beszámoló zpráva отчёт отчет звіт αναφορά έκθεση',
  'essay aufsatz rédaction dissertation ensayo redacción ensaio redação opstel wypracowanie uppsats sloh fogalmazás сочинение эссе твір',
  'video film clip movie vidéo vídeo видео відео βίντεο',
  'photo photograph picture pic foto bild photographie fotografía fotografia imagen immagine imagem afbeelding zdjęcie billede fotka kép fotoğraf'
  + ' фото фотография φωτογραφία',
  'portrait porträt headshot retrato ritratto portret',
  'cv lebenslauf resume résumé vita curriculum życiorys резюме',
  'abstract summary zusammenfassung kurzfassung résumé resumen riassunto resumo samenvatting streszczenie',
  'drawing sketch zeichnung skizze dessin croquis dibujo disegno desenho tekening schets rysunek teckning tegning kresba rajz'
  + ' рисунок чертёж малюнок σχέδιο',
  'letter brief anschreiben lettre carta lettera motivationsschreiben письмо',
  'invoice rechnung facture factura fattura fatura factuur faktura счёт рахунок τιμολόγιο',
  'contract agreement vertrag contrat contrato contratto overeenkomst umowa kontrakt avtal договор договір',
  'certificate zeugnis bescheinigung attestation certificat certificado certificato zaświadczenie urkunde справка сертификат довідка βεβαίωση',
  'consent permission einverständnis einverständniserklärung einwilligung autorisation autorización autorizzazione autorização toestemming '
  + 'zgoda samtykke',
  'sources references bibliography quellen quellenverzeichnis literaturverzeichnis literatur bibliographie fuentes bibliografía fonti '
  + 'bibliografia bronnen',
  'lyrics songtext liedtext paroles letra tekst',
  'score noten partition partitura spartito bladmuziek nuty noder',
  'trailer teaser',
  'costs costing cost kosten kalkulation coûts costes costi custos koszty calculation',
  'translation übersetzung traduction traducción traduzione tradução vertaling tłumaczenie перевод переклад μετάφραση',
  'scene scenes szene szenen scène scènes escena escenas scena cena scen scéna',
  'instrumental instr inst karaoke playback halbplayback vollplayback',
  'log logs journal',
  'biography bio biographie biografie biografía biografia vita',
  'contents content inhalt inhaltsverzeichnis sommaire índice sumário sommario inhoud inhoudsopgave treść zawartość indhold innehåll obsah',
  'declaration erklärung eigenständigkeitserklärung déclaration declaración dichiarazione declaração verklaring oświadczenie erklæring försäkran',
  'vaccination immunisation impfung impfausweis impfpass vacuna vacunación vaccinazione vacinação vaccinatie szczepienie',
  'licence license führerschein permis permiso licencia patente licenza licença rijbewijs licentie licencja',
  'lease tenancy mietvertrag bail arrendamiento alquiler locazione affitto arrendamento huurcontract huurovereenkomst najem najmu hyresavtal',
  'handover übergabe übergabeprotokoll wohnungsübergabe remise entrega consegna oplevering overdracht przekazanie',
  'recording audio aufnahme tonaufnahme enregistrement grabación registrazione gravação opname nagranie optagelse inspelning nahrávka felvétel'
  + ' запись аудио запис',
  'poster plakat affiche cartel cartaz manifesto плакат постер',
  'timesheet stundenzettel stundennachweis urenstaat urenbriefje',
  'questionnaire fragebogen cuestionario questionario vragenlijst ankieta анкета',
  'ausweis personalausweis identité identity dni passport reisepass pasaporte passaporto passeport paspoort identiteitsbewijs dowód',
  'confirmation zusage bestätigung confirmación conferma confirmação bevestiging potwierdzenie',
  'notebook diary tagebuch logbuch logbook journal carnet diario dagboek dziennik',
  'measurements sizes maße mensurations medidas misure maten wymiary',
  'registration anmeldung inscription inscripción iscrizione inscrição inschrijving rejestracja',
  'cover front frontispiece titelseite titelbild titelblatt deckblatt umschlag couverture portada copertina capa omslag okładka omslagsbild forside',
  'recipe rezept recette receta ricetta receita recept przepis рецепт',
  'minutes protokoll acta verbale notulen protokół протокол',
  'evaluation assessment bewertung beurteilung évaluation evaluación valutazione avaliação beoordeling ocena vurdering',
  'code src source quellcode código codice',
  'schedule timetable zeitplan stundenplan horaire horario orario rooster harmonogram',
  'budget haushaltsplan finanzplan presupuesto begroting budżet',
  'offer quote quotation tender bid angebot kostenvoranschlag offre devis oferta presupuesto cotización offerta preventivo proposta orçamento '
  + 'offerte tilbud offert',
  'order bestellung commande pedido ordine encomenda bestelling zamówienie beställning',
  'application bewerbung candidature solicitud candidatura sollicitatie podanie ansøgning ansökan',
  'proposal vorschlag proposition propuesta proposta voorstel propozycja förslag forslag',
  'speech rede discours discurso discorso toespraak przemówienie tale tal',
  'story geschichte erzählung histoire historia cuento storia racconto história verhaal opowiadanie historie berättelse příběh рассказ розповідь',
  'poem gedicht poème poema poesía poesia wiersz dikt digt báseň vers şiir стихотворение вірш ποίημα',
  'song lied chanson canción canzone canção piosenka sång sang песня пісня',
  'map karte landkarte carte mapa mappa kaart kort karta карта',
  'exercise übung exercice ejercicio esercizio exercício oefening ćwiczenie øvelse övning упражнение вправа άσκηση',
  'homework hw hausaufgabe hausaufgaben devoir devoirs deberes compito compiti huiswerk läxa',
  'solution solutions key answer answers lösung lösungen musterlösung lsg antworten corrigé corrigés solución soluciones soluzione soluzioni solução '
  + 'oplossing antwoorden uitwerkingen rozwiązanie odpowiedzi løsning facit řešení megoldás решение відповіді',
  'reflection reflexion reflektion réflexion reflexión riflessione reflexão reflectie refleksja',
  'observation beobachtung beobachtungsbogen hospitation observación osservazione observação observatie obserwacja',
  'glossary glossar glossaire glosario glossario glossário woordenlijst słowniczek ordliste ordlista',
  'attendance anwesenheit anwesenheitsliste teilnehmerliste présence asistencia presenze presença aanwezigheid obecność närvaro fremmøde',
  'absence sick krank krankmeldung krankschreibung fehlzeit entschuldigung abwesenheit ausencia baja assenza ausência afwezigheid ziekmelding '
  + 'nieobecność frånvaro fravær',
  'agenda tagesordnung dagsorden dagordning porządek',
  'exam examination klausur prüfung examen esame exame tentamen egzamin eksamen tentamen',
  'review rezension critique reseña recensione recensão recensie recenzja anmeldelse recension',
  'interview entretien entrevista intervista wywiad',
  'survey umfrage enquête encuesta sondaggio inquérito enquete ankieta',
  'results ergebnisse ergebnis résultats resultados risultati resultaten wyniki resultater resultat',
  'data daten rohdaten données datos dati dados gegevens dane',
  'calculation calculations berechnung berechnungen calcul cálculo calcolo berekening obliczenia beregning',
  'inventory inventar inventarliste inventaire inventario inventário inventaris inwentarz',
  'manual instructions anleitung handbuch bedienungsanleitung manuel manuale handleiding instrukcja vejledning',
  'prices price pricelist preise preisliste prix precios prezzi preços prijzen ceny priser cennik',
  'bond guarantee bürgschaft caution garantía aval fianza garanzia fideiussione garantie borgstelling poręczenie garanti',
  'receipt quittung kassenbon beleg reçu recibo ricevuta kwitantie paragon kvittering kvitto',
  'payslip lohnabrechnung gehaltsabrechnung lohnzettel nómina loonstrook',
  'invitation einladung invitación invito convite uitnodiging zaproszenie indbydelse inbjudan',
  'flyer flugblatt handzettel dépliant folleto volantino ulotka',
  'label etikett étiquette etiqueta etichetta etiket etykieta',
  'menu menü speisekarte menukaart jadłospis',
  'introduction einleitung introducción introduzione introdução inleiding wstęp indledning',
  'conclusion fazit conclusión conclusione conclusão conclusie wnioski konklusion',
  'timeline zeitstrahl zeitleiste tijdlijn',
  'worksheet arbeitsblatt werkblad arbetsblad',
  'section schnitt coupe sección sezione corte doorsnede przekrój snit',
  'elevation ansicht alzado prospetto gevel elewacja',
  'floorplan grundriss plattegrond planimetria rzut',
  'episode folge épisode episodio episódio aflevering odcinek avsnitt',
  'insurance versicherung versicherungsnachweis assurance seguro assicurazione verzekering ubezpieczenie forsikring försäkring',
]

const ROWS = new Map<string, string[]>()
for (const [row, words] of KINDS.entries()) {
  for (const key of new Set(words.split(' ').map(looseKey))) ROWS.set(key, [...ROWS.get(key) ?? [], String(row)])
}

/**
 * Which kinds of work a word names; words for the same have one in common.
 *
 * @param key - as a loose key
 * @example
 * kindsOf('folien').some(kind => kindsOf('talk').includes(kind)) //=> true
 */
export const kindsOf = (key: string): readonly string[] => ROWS.get(key) ?? []
