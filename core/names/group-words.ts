/** Words for a group that people write before its number (common practice, no source). */
export const GROUP_WORDS = [
  'group', 'team', 'gruppe', 'grupp', 'grp', 'gr', 'groupe', 'grupo', 'gruppo', 'grupa', 'groep', 'ryhmä', 'equipo', 'équipe', 'squadra', 'lag',
  'группа',
]
