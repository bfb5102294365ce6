/** What readers are told, in English; names in braces are filled in. */
export const english = {
  ready: {
    subject: 'Ready to collect: {{title}}',
    text: '“{{title}}” is kept for you until {{date}}.\nWhere: {{place}}, {{desk}}.\nBring: {{bring}}.',
  },
  'last day soon': {
    subject: 'Still kept for you: {{title}}',
    text: '“{{title}}” is kept for you until {{date}}; then it goes to the next reader, or back to its shelf.\nWhere: {{place}}, {{desk}}.\nBring: {{bring}}.\nIf you need it no more, cancel the hold on your card: somebody else has it sooner.',
  },
  'due soon': {
    subject: 'Due soon: {{title}}',
    text: '“{{title}}” is due on {{date}}. You can renew it on your card if nobody waits for it, or return it {{where}}.{{late}}',
  },
  overdue: {
    subject: 'Overdue: {{title}}',
    text: '“{{title}}” was due on {{date}}. Please return it {{where}}, or ask a desk if something keeps you from it.{{late}}',
  },
  recalled: {
    subject: 'Please return sooner: {{title}}',
    text: 'Somebody waits for “{{title}}”. Please return it {{where}} by {{date}}; until then it is yours.{{late}}',
  },
  'recall ended': {
    subject: 'Yours for longer again: {{title}}',
    text: 'Nobody needs “{{title}}” sooner any more. It is due on {{date}} again.',
  },
  lapsed: {
    subject: 'Hold ended: {{title}}',
    'not collected':
      '“{{title}}” was not collected in time and has gone to the next reader, or back to its shelf. You can place the hold again at any time.',
    'not wanted': 'No copy of “{{title}}” came by the last day on which you wanted it. You can place the hold again at any time.',
  },
  'waits again': {
    subject: 'It takes longer: {{title}}',
    text: 'The copy of “{{title}}” that was to come to you can’t be found. Your hold keeps its place, and gets the next copy.',
  },
  unfillable: {
    subject: 'We can’t bring it: {{title}}',
    text: 'No copy of “{{title}}” is left that could come to you, so your hold has ended. It can be asked for from outside, or suggested for purchase: a desk helps with both.',
  },
  'scan sent': {
    subject: 'Your scan: {{title}}',
    text: 'The part of “{{title}}” that you asked for is scanned, and comes with this message.',
  },
  'outside ready': {
    subject: 'Ready to collect, from outside: {{title}}',
    text: '“{{title}}” has come from another library and is kept for you until {{date}}.\nWhere: {{place}}, {{desk}}.\nBring: {{bring}}.',
  },
  'sent back': {
    subject: 'Gone back: {{title}}',
    text: '“{{title}}” was not collected in time and has gone back to the library that lent it. It can be asked for again at any time.',
  },
  declined: {
    subject: 'We can’t get it: {{title}}',
    text: 'Nobody could do what you asked for with “{{title}}”; your card says why. It costs you nothing. A desk helps you find another way.',
  },
  ordered: {
    subject: 'Ordered: {{title}}',
    text: 'We have ordered “{{title}}”, which you suggested. You can place a hold on it once it is in the catalogue.',
  },
  'pin code': {
    subject: 'Code for a new PIN',
    text: 'Your code is {{code}}. It is good for half an hour, once. If you did not ask for it, leave it be: your PIN stays as it is.',
  },
  test: {
    subject: 'This is how we reach you',
    text: 'You asked for this message from the settings of your card. Whatever we have to tell you comes the same way.',
  },
  where: { any: 'at any of the libraries', owner: 'at {{owner}} and nowhere else' },
  late: {
    day: ' Each day after that costs {{amount}}.',
    hour: ' Each hour after that costs {{amount}}.',
    dayUpTo: ' Each day after that costs {{amount}}, and no more than {{most}} in all.',
    hourUpTo: ' Each hour after that costs {{amount}}, and no more than {{most}} in all.',
  },
  greeting: 'Hello {{name}},',
  from: '{{library}}',
}

export type NoticeTexts = typeof english
