/** Words inside and before family names that are left out or shortened (common practice, no source). */
export const PARTICLES = new Set([
  'van', 'von', 'de', 'der', 'den', 'dem', 'het', 'ter', 'ten', 'del', 'della', 'di', 'da', 'dos', 'das', 'do', 'du', 'la', 'le', 'el', 'al',
  'bin', 'ibn', 'zu', 'zur', 'zum', 'af', 'av', 'y', 'e', 'i',
])
