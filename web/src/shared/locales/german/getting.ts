import type { getting as english } from '../english/getting.ts'
import type { InOtherWords } from '../inOtherWords.ts'

export const getting: InOtherWords<typeof english> = {
  wishes: {
    from: 'Kommt aus',
    comesFirst: 'von hier ist es zuerst da',
    standsThere: 'das Exemplar, das schon dort ist',
    unknownDay: 'niemand weiß, wann',
    more: 'Tage wählen, Benachrichtigung ändern oder etwas anmerken',
    days: 'An welchen Tagen',
    asSoon: 'So bald es da sein kann. Es liegt so lange bereit, wie oben steht.',
    notBefore: 'Ich hole es ab am',
    notAfter: 'Ich brauche es spätestens am',
    nearest: 'Geöffnet ist in der Nähe:',
    take: '{{date}} nehmen',
    clear: 'So bald wie möglich',
    told: 'Wie Sie benachrichtigt werden',
    note: 'Anmerkung für das Personal',
    noteHelp: 'Was das Personal wissen sollte, etwa wer es abholt.',
    agree: 'Ich bin einverstanden, {{amount}} zu zahlen.',
    again: 'Trotzdem vormerken',
    readOn: 'Es wird rechtzeitig zum {{date}} geholt und liegt ab dann bereit; bis dahin können andere es ausleihen.',
    readUntil: 'Die Vormerkung endet von selbst, wenn es am {{date}} nicht bereitliegt.',
    channels: {
      mail: 'per E-Mail an {{to}}',
      text: 'per SMS an {{to}}',
      call: 'per Telefon, {{to}}',
      letter: 'per Brief an die hinterlegte Adresse',
    },
    stops: {
      fetchedOn: 'wird ab {{date}} geholt',
      readyFor: 'bereit in {{branch}} zum {{date}}',
    },
    until: 'gebraucht bis {{date}}',
  },
  waiting: {
    heading: 'Wie lange',
    about: 'etwa {{date}}',
    likely: 'Wahrscheinlich etwa {{date}}.',
    between:
      'Acht von zehn solchen Vormerkungen liegen zwischen {{from}} und {{until}} bereit; Rückgabetermine sind Versprechen, keine Tatsachen.',
    fromOn: 'Es kommt frühestens {{from}}, vielleicht auch in einem halben Jahr nicht.',
    show: 'Chance nach Wochen',
    hide: 'Chancen ausblenden',
    plot: 'Chance, es bis zu jeder Woche zu haben; darunter in Worten.',
    by: 'Bis {{date}}: {{share}}.',
  },
}
