/** What readers are told, in German. */
import type { NoticeTexts } from './english.ts'

export const german: NoticeTexts = {
  ready: {
    subject: 'Liegt bereit: {{title}}',
    text: '„{{title}}“ liegt bis {{date}} für Sie bereit.\nWo: {{place}}, {{desk}}.\nMitbringen: {{bring}}.',
  },
  'last day soon': {
    subject: 'Liegt noch bereit: {{title}}',
    text: '„{{title}}“ liegt noch bis {{date}} für Sie bereit; danach geht es an die nächste Person oder zurück ins Regal.\nWo: {{place}}, {{desk}}.\nMitbringen: {{bring}}.\nWenn Sie es nicht mehr brauchen, heben Sie die Vormerkung in Ihrem Konto auf: Dann hat es jemand anders früher.',
  },
  'due soon': {
    subject: 'Bald fällig: {{title}}',
    text: '„{{title}}“ ist am {{date}} fällig. Wenn niemand darauf wartet, können Sie auf Ihrem Konto verlängern, oder Sie geben es {{where}} zurück.{{late}}',
  },
  overdue: {
    subject: 'Überfällig: {{title}}',
    text: '„{{title}}“ war am {{date}} fällig. Bitte geben Sie es {{where}} zurück, oder sprechen Sie uns an, wenn Sie etwas daran hindert.{{late}}',
  },
  recalled: {
    subject: 'Bitte früher zurückgeben: {{title}}',
    text: 'Jemand wartet auf „{{title}}“. Bitte geben Sie es bis {{date}} {{where}} zurück; so lange gehört es Ihnen.{{late}}',
  },
  'recall ended': {
    subject: 'Wieder länger für Sie: {{title}}',
    text: 'Niemand braucht „{{title}}“ mehr früher. Es ist wieder am {{date}} fällig.',
  },
  lapsed: {
    subject: 'Vormerkung beendet: {{title}}',
    'not collected':
      '„{{title}}“ wurde nicht rechtzeitig abgeholt und ging an die nächste Person oder zurück ins Regal. Sie können jederzeit wieder vormerken.',
    'not wanted': 'Bis zum letzten Tag, an dem Sie „{{title}}“ wollten, kam kein Exemplar. Sie können jederzeit wieder vormerken.',
  },
  'waits again': {
    subject: 'Es dauert länger: {{title}}',
    text: 'Das Exemplar von „{{title}}“, das zu Ihnen kommen sollte, ist nicht zu finden. Ihre Vormerkung behält ihren Platz und bekommt das nächste.',
  },
  unfillable: {
    subject: 'Leider nicht möglich: {{title}}',
    text: 'Von „{{title}}“ gibt es kein Exemplar mehr, das zu Ihnen kommen könnte; Ihre Vormerkung ist beendet. Wir können es von außerhalb erbitten oder zum Kauf vorschlagen: Sprechen Sie uns an.',
  },
  'scan sent': {
    subject: 'Ihr Scan: {{title}}',
    text: 'Der gewünschte Teil von „{{title}}“ ist gescannt und liegt dieser Nachricht bei.',
  },
  'outside ready': {
    subject: 'Von auswärts, liegt bereit: {{title}}',
    text: '„{{title}}“ ist aus einer anderen Bibliothek gekommen und liegt bis {{date}} für Sie bereit.\nOrt: {{place}}, {{desk}}.\nMitbringen: {{bring}}.',
  },
  'sent back': {
    subject: 'Zurückgegangen: {{title}}',
    text: '„{{title}}“ wurde nicht rechtzeitig abgeholt und ist wieder bei der Bibliothek, die es geliehen hat. Sie können es jederzeit wieder bestellen.',
  },
  declined: {
    subject: 'Leider nicht zu bekommen: {{title}}',
    text: 'Ihre Bitte zu „{{title}}“ konnte niemand erfüllen; warum, steht in Ihrem Konto. Es kostet Sie nichts. An jeder Theke hilft man Ihnen weiter.',
  },
  ordered: {
    subject: 'Bestellt: {{title}}',
    text: 'Wir haben „{{title}}“, Ihren Vorschlag, bestellt. Sobald der Titel im Katalog steht, können Sie ihn vormerken.',
  },
  'pin code': {
    subject: 'Code für eine neue Geheimzahl',
    text: 'Ihr Code ist {{code}}. Er gilt eine halbe Stunde und einmal. Wenn Sie ihn nicht verlangt haben, tun Sie nichts: Ihre Geheimzahl bleibt, wie sie ist.',
  },
  test: {
    subject: 'So erreichen wir Sie',
    text: 'Sie haben diese Nachricht in den Einstellungen Ihres Kontos angefordert. Was wir Ihnen mitzuteilen haben, kommt auf demselben Weg.',
  },
  where: { any: 'in einer der Bibliotheken', owner: 'nur bei „{{owner}}“' },
  late: {
    day: ' Jeder Tag danach kostet {{amount}}.',
    hour: ' Jede Stunde danach kostet {{amount}}.',
    dayUpTo: ' Jeder Tag danach kostet {{amount}}, zusammen höchstens {{most}}.',
    hourUpTo: ' Jede Stunde danach kostet {{amount}}, zusammen höchstens {{most}}.',
  },
  greeting: 'Guten Tag {{name}},',
  from: '{{library}}',
}
