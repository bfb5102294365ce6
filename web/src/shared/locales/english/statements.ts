/** English: what help, privacy and accessibility say at length. */
export const statements = {
  help: {
    people: 'Staff can help:',
    sections: {
      search: {
        heading: 'Searching',
        text: 'All words have to stand somewhere in the record; case, accents and apostrophes don’t matter, and other forms of a word count as well. Numbers are found as they stand on the thing: ISBN, ISSN, barcode, call number. The line under the count shows how your words were read, and every part of it can be removed.',
      },
      experts: {
        heading: 'For experts: CQL',
        text: 'A query in CQL goes into the same box. Indexes are title, name, subject, series, contents, note, publisher, date, language, format, isbn, issn, barcode and callnumber.',
      },
      narrow: {
        heading: 'Narrowing, keeping, collecting',
        text: 'Values in the column at the side limit the list or leave titles out; several values of one kind are alternatives. What you keep stays for your next searches and says how much it hides. The line under the box says where you search, in which formats and where you collect; it goes along on every page, and in every address that you copy.',
      },
      status: { heading: 'What a status means', text: 'Every copy says how it stands now.' },
      callNumbers: {
        heading: 'Call numbers',
        text: 'The call number is the address on the shelf, read line by line as on the spine label. Things with neighbouring numbers stand side by side; browse call numbers to see what is on the shelf there. Type the beginning of one into the box to find what has it.',
      },
      routes: {
        heading: 'Routes',
        text: 'A route is one way to have a title at the place where you collect, best first. One that is not possible says why, and what to do instead.',
      },
      holds: {
        heading: 'Holds',
        text: 'A hold keeps a copy for you, or a place in the queue for the next one that comes in. You choose which editions would do and where you collect. Your card shows how each hold stands; you can cancel it there at any time before you collect it.',
      },
    },
    operators: {
      all: 'both words, anywhere in the record',
      phrase: 'these words side by side',
      or: 'either word; OR in capitals',
      not: 'the first word without the second',
      prefix: 'every word that begins so',
      brackets: 'what is in brackets first',
    },
    cql: {
      field: 'a word of the title',
      all: 'all these words in names',
      whole: 'this title and no other',
      any: 'any of these words in subjects',
      dates: 'published in these years',
      not: 'without what follows not',
    },
    kinds: {
      'walk in': 'A copy is on the shelf of a branch: walk in and take it, or read it in the building.',
      'kept for you': 'A copy stands where you collect: staff take it off the shelf and keep it for you.',
      'sent over': 'A copy stands elsewhere and is sent to where you collect.',
      'in the queue': 'All copies are out or promised: you get the next that comes in after those before you.',
      scanned: 'A library copies a chapter or an article for you; the thing itself stays where it is.',
      'from outside': 'No library here can serve it: a library elsewhere is asked.',
    },
  },
  privacy: {
    kept: {
      heading: 'What the catalogue keeps',
      text: 'What you search for and look at is not kept, neither with your name nor without. The log of the server has times and kinds of requests, never their words.',
    },
    card: {
      heading: 'Your card',
      text: 'The library knows what you have out and what you hold, because it has to. What you have returned is not kept unless you ask for a list of it in the settings, and the list goes when you say so. A calendar link that you make is read by whoever has it, until you withdraw it. An ended hold, and what you were told of it, is shown for some weeks and then forgotten. You can take along everything that is kept of you. What you ask for beside holds is kept until it is done, and some weeks after; how late things come back is counted without names.',
    },
    gathered: {
      heading: 'What you gather',
      text: 'The satchel of a guest stays in this browser until it is emptied or somebody signs in; a shelf walk that you open stays on your device, to be read without a network, but never on a public terminal. Your satchel, lists and kept searches are on the server, for you alone, until you remove them. A list that you share is read by whoever has its link, without your name.',
    },
    browser: {
      heading: 'Your browser',
      text: 'While you are signed in, one cookie says so. Your language, colours and the width of rows stay in this browser; where you search and what you opened stay in this window. Signing out removes all but the language, the colours and the width of rows.',
    },
    messages: {
      heading: 'Messages to staff',
      text: 'A message goes to the staff of the branch with nothing but what you write in it. The address you leave is used for the answer only.',
    },
    ended: {
      heading: 'When nobody uses the page',
      text: 'You are warned and then signed out, in every window at once. At a public terminal that happens after a few minutes.',
    },
  },
  accessibility: {
    aim: {
      heading: 'What we aim for',
      text: 'Every page and every task is to meet WCAG 2.2, level AA, by mouse, keyboard, touch and screen reader alike.',
    },
    ways: {
      heading: 'Ways of working',
      text: 'Everything can be done by keyboard; press ? for the shortcuts. Text can be enlarged to 200 % and pages narrowed to 320 pixels without losing anything. Colour never says something alone. The typeface was made for readers with low vision, and there are light and dark colours.',
    },
    limits: {
      heading: 'What falls short',
      text: 'The chart of years is described in words and by its two boxes, not bar by bar. Texts of records come from many libraries, and not all of them name their language.',
    },
    tell: {
      heading: 'Tell us',
      text: 'If something stands in your way, write to us or ring; we answer on working days and mend what we can.',
    },
  },
}
