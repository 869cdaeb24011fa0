/** Findings in few words, as a pigeonhole or table has room for. */
export const CODE_WORDS: Record<string, string> = {
  'missing': 'missing', 'name.differs': 'name', 'name.default': 'never named', 'name.copy-mark': 'copy mark', 'name.forbidden-character': 'a sign that is not allowed', 'name.reserved': 'a reserved name', 'name.too-long': 'name too long',
  'name.extension-case': 'extension in other letters', 'name.extension-missing': 'extension left out', 'name.extension-doubled': 'extension twice', 'name.look-alike': 'letters of another script', 'name.unicode-form': 'decomposed letters',
  'format.not-accepted': 'another format', 'format.disguised': 'format disguised', 'format.unknown': 'unknown format', 'format.version': 'another version', 'format.condition': 'condition not met',
  'content.empty': 'empty', 'content.damaged': 'damaged', 'content.locked': 'locked', 'content.blank': 'holds nothing', 'content.link': 'only a pointer', 'content.handout': 'as given out', 'content.duplicate': 'same bytes twice',
  'content.shared': 'same bytes as somebody else\'s', 'content.unchanged': 'unchanged', 'content.shrunk': 'much smaller than before', 'companion.missing': 'companion missing',
  'folder.wrong': 'folder', 'folder.other-holder': 'somebody else\'s folder', 'folder.other-root': 'wrong root', 'folder.too-deep': 'a level too many', 'folder.level-missing': 'a level left out',
  'size.out-of-range': 'size', 'time.late': 'late', 'count.too-many': 'more than asked', 'version.superseded': 'an older version', 'copy.missing': 'second copy missing', 'copy.differs': 'second copy differs', 'unexpected': 'not asked for',
}
