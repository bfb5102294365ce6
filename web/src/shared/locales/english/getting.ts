/** What a reader may wish of a hold, and how long the wait is: loaded after the first screen. */
export const getting = {
  wishes: {
    from: 'Sent from',
    comesFirst: 'it comes first from here',
    unknownDay: 'nobody knows when',
    more: 'Choose days, how you are told, or leave a note',
    days: 'On which days',
    asSoon: 'As soon as it can be there. It stays on the hold shelf for the days told above.',
    notBefore: 'I come for it on',
    notAfter: 'I need it no later than',
    nearest: 'Open nearest to it:',
    take: 'Take {{date}}',
    clear: 'As soon as possible',
    told: 'How you are told',
    note: 'Note for staff',
    noteHelp: 'What staff should know, such as a volume or who collects it.',
    agree: 'I agree to pay {{amount}}.',
    again: 'Place a hold all the same',
    readOn: 'It is fetched in time for {{date}} and kept ready from then on; until then others may borrow it.',
    readUntil: 'It ends by itself if it is not ready by {{date}}.',
    channels: {
      mail: 'by mail to {{to}}',
      text: 'by text message to {{to}}',
      call: 'by telephone, {{to}}',
      letter: 'by letter to the address on file',
    },
    stops: {
      fetchedOn: 'fetched from {{date}} on',
      readyFor: 'ready at {{branch}} for {{date}}',
    },
    until: 'wanted until {{date}}',
  },
} as const
