import { dimensionOf } from '../../units/index.ts'
import type { Dimension, Unit } from '../../units/index.ts'

/**
 * A name as it is looked up: lower case, without accents, brackets, punctuation and words of units.
 */
export const plainName = (name: string): string =>
  unaccented(name)
    .replace(/\(.*?\)|\[.*?\]/g, ' ')
    .replace(/[_\-.:,/#°"″'*]/g, ' ')
    .replace(UNITS_IN_NAMES, ' ')
    .replace(/\s+/g, ' ')
    .trim()

const UNITS_IN_NAMES =
  /\b(inches|inch|in|zoll|cm|mm|lbs?|pounds|oz|ounces|kg|grams?|gramm|g|feet|ft|fuss|m|mph|km h|kmh|knots?|knoten|kts?|kn|m s|deg|grad|[fc]|hpa|mbar|mb|inhg)\b/g

/** Lower case, without the marks over and under letters. */
export const unaccented = (text: string): string =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .replaceAll('ß', 'ss')
    .replaceAll('ø', 'o')
    .replaceAll('æ', 'ae')
    .replaceAll('ł', 'l')

const UNIT_WORDS: readonly (readonly [RegExp, Unit])[] = [
  [/inhg|in\.? ?hg/, 'inhg'],
  [/hpa|\bmb\b|mbar/, 'hpa'],
  [/km ?\/ ?h|\bkmh\b|\bkph\b/, 'kmh'],
  [/\b(kn|kts?|knots?|knoten|noeuds?|nudos|nodi|nos|knop|knopen|knob)\b/, 'kn'],
  [/m ?\/ ?s(ec)?\b|\bmps\b/, 'mps'],
  [/mph/, 'mph'],
  [/\bkg\b|\bkilo(gram\w*)?\b/, 'kg'],
  [/\b(lbs?|pounds)\b/, 'lb'],
  [/\b(oz|ounces)\b/, 'oz'],
  [/\b(g|gr|grams?|gramm|grammes|gramos|grammi)\b/, 'g'],
  [/\bcm\b/, 'cm'],
  [/\bmm\b/, 'mm'],
  [/\b(ft|feet|fuss|pieds|pies|piedi)\b/, 'ft'],
  [/° ?f\b|\bf\b|fahrenheit/, 'F'],
  [/° ?c\b|\bc\b|celsius/, 'C'],
  [/\b(m|metres|meters?|metros|metri)\b/, 'm'],
  // After the others: *length in cm* is not in inches.
  [/\b(inch|inches|in|zoll|pouces?|pulgadas|pollici|tum|duim)\b|"|″|”/, 'in'],
]

/** Scales that no unit of ours stands for: a column of them is left as a note. */
export const isOtherScale = (header: string): boolean =>
  /\b(bft|beaufort|fathoms?|faden|stone)\b/.test(unaccented(header))

/** The unit of that dimension (of any, where none is given) that a text names. */
export function unitNamed(text: string, dimension?: Dimension): Unit | undefined {
  const spaced = unaccented(text).replaceAll('_', ' ')
  return UNIT_WORDS.find(
    ([word, unit]) => (dimension === undefined || dimensionOf(unit) === dimension) && word.test(spaced),
  )?.[1]
}

/**
 * Names of columns in German, French, Spanish, Italian, Dutch, Portuguese and Swedish, as `plainName` gives them. Our own translations, no source.
 */
export const OTHER_LANGUAGES: Readonly<Record<string, readonly string[]>> = {
  'row.date': ['datum', 'tag', 'jour', 'fecha', 'dia', 'data', 'giorno', 'dag', 'fangtag', 'fangdatum'],
  'row.time': ['zeit', 'uhrzeit', 'fangzeit', 'heure', 'hora', 'ora', 'tijd', 'tid', 'klockslag'],
  'row.start': ['beginn', 'anfang', 'von', 'startzeit', 'debut', 'inicio', 'inizio', 'begin', 'desde'],
  'row.end': ['ende', 'bis', 'endzeit', 'fin', 'fine', 'einde', 'fim', 'slut', 'hasta'],
  'row.hours': [
    'stunden',
    'dauer',
    'angelstunden',
    'heures',
    'duree',
    'horas',
    'duracion',
    'ore',
    'durata',
    'uren',
    'duracao',
    'timmar',
  ],
  'row.count': [
    'bisse',
    'anzahl',
    'touches',
    'nombre',
    'picadas',
    'numero',
    'abboccate',
    'aanbeten',
    'aantal',
    'antal',
    'hugg',
  ],
  'row.note': [
    'notiz',
    'notizen',
    'bemerkung',
    'bemerkungen',
    'kommentar',
    'remarque',
    'remarques',
    'notas',
    'observaciones',
    'opmerking',
    'opmerkingen',
  ],
  'water.name': [
    'gewasser',
    'see',
    'fluss',
    'ort',
    'lac',
    'riviere',
    'plan d eau',
    'lago',
    'rio',
    'embalse',
    'fiume',
    'meer',
    'vatten',
    'sjo',
    'lugar',
    'lieu',
  ],
  'spot.name': ['stelle', 'platz', 'angelplatz', 'spot', 'poste', 'sitio', 'puesto', 'posto', 'stek', 'plats'],
  'trip.anglers': ['angler', 'fischer', 'wer', 'pecheur', 'pescador', 'pescatore', 'visser', 'fiskare'],
  'strike.outcome': ['ergebnis', 'ausgang', 'resultat', 'resultado', 'risultato', 'esito', 'uitkomst'],
  'strike.species': [
    'fischart',
    'fisch',
    'espece',
    'poisson',
    'especie',
    'pez',
    'specie',
    'pesce',
    'vissoort',
    'peixe',
    'art',
    'fisk',
  ],
  'strike.lengthMm': [
    'lange',
    'grosse',
    'longueur',
    'taille',
    'longitud',
    'talla',
    'lunghezza',
    'lengte',
    'comprimento',
    'tamanho',
    'langd',
  ],
  'strike.weightG': ['gewicht', 'poids', 'peso', 'vikt'],
  'stint.depthM': ['tiefe', 'wassertiefe', 'profondeur', 'profundidad', 'profondita', 'diepte', 'profundidade', 'djup'],
  'stint.lureDepthM': ['lauftiefe', 'kodertiefe'],
  'stint.retrieve': ['fuhrung', 'koderfuhrung', 'animation', 'recuperacion', 'recupero', 'inhaaltechniek'],
  'stint.cover': ['deckung', 'abri', 'cobertura', 'copertura'],
  'lure.name': [
    'koder',
    'kunstkoder',
    'leurre',
    'senuelo',
    'artificiale',
    'esca',
    'kunstaas',
    'aas',
    'isca',
    'bete',
    'drag',
  ],
  'lure.class': ['kodertyp', 'koderart', 'type de leurre', 'tipo', 'tipo de senuelo', 'soort'],
  'lure.back': ['farbe', 'couleur', 'colore', 'kleur', 'cor', 'farg'],
  'lure.weightG': ['kodergewicht', 'poids du leurre', 'peso del senuelo'],
  'reading.waterTempC': [
    'wassertemperatur',
    'wassertemp',
    'temperature de l eau',
    'temperatura del agua',
    'temperatura acqua',
    'watertemperatuur',
    'temperatura da agua',
    'vattentemperatur',
    'temperatur',
    'temperature',
    'temperatura',
  ],
  'reading.visibilityM': [
    'sicht',
    'sichttiefe',
    'visibilite',
    'visibilidad',
    'visibilita',
    'zicht',
    'doorzicht',
    'siktdjup',
  ],
  'reading.cloudPct': ['bewolkung', 'nuages', 'nubosidad', 'nubes', 'nuvolosita', 'bewolking', 'moln'],
  'reading.windMps': ['wind', 'windgeschwindigkeit', 'vent', 'viento', 'vento', 'windsnelheid', 'vind'],
  'reading.airTempC': [
    'lufttemperatur',
    'lufttemp',
    'temperature de l air',
    'temperatura del aire',
    'luchttemperatuur',
  ],
  'reading.pressureHpa': [
    'luftdruck',
    'druck',
    'pression',
    'presion',
    'pressione',
    'luchtdruk',
    'pressao',
    'lufttryck',
  ],
}

/** Words for what became of a strike, in the same languages. */
export const OTHER_OUTCOMES: Readonly<Record<string, readonly string[]>> = {
  landed: [
    'gelandet',
    'gefangen',
    'fang',
    'ja',
    'pris',
    'capture',
    'capturado',
    'si',
    'catturato',
    'preso',
    'gevangen',
    'geland',
    'sim',
    'landad',
    'oui',
  ],
  lost: [
    'verloren',
    'ausgestiegen',
    'ausgeschlitzt',
    'abgerissen',
    'perdu',
    'decroche',
    'perdido',
    'perso',
    'slamato',
    'gelost',
    'tappad',
    'nein',
    'non',
    'no',
  ],
  missed: ['fehlbiss', 'verpasst', 'rate', 'manque', 'fallado', 'mancato', 'misser', 'gemist', 'missad'],
  raised: ['nachlaufer', 'verfolgt', 'suivi', 'seguido', 'seguito', 'nazwemmer', 'volger', 'foljare'],
}
