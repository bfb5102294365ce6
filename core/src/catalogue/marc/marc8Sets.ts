/**
 * The code tables of MARC-8 (MARC 21 Specifications, Character Sets and Encoding Options, part 3), in Unicode. A set has a
 * letter for each octet from 0x21 to 0x7E; U+FFFD stands where it has none.
 */

const NONE = '\ufffd'
const holes = (count: number): string => NONE.repeat(count)

const CYRILLIC = `!"#$%&'()*+,-./0123456789:;<=>?юабцдефгхийклмнопярстужвьызшэщчъЮАБЦДЕФГХИЙКЛМНОПЯРСТУЖВЬЫЗШЭЩЧ`
const EXTENDED_CYRILLIC = `${holes(31)}ґђѓєёѕіїјљњћќўџ${NONE}ѣѳѵѫ${holes(7)}[${NONE}]${NONE}_ҐЂЃЄЁЅІЇЈЉЊЋЌЎЏЪѢѲѴѪ${holes(11)}`
const GREEK = `\u0300\u0301\u0308\u0342\u0313\u0314\u0345${holes(8)}«»“”ʹ͵${holes(5)}·${holes(3)};${NONE}ΑΒ${NONE}ΓΔΕϚϜΖΗΘΙΚΛΜΝΞΟΠϞΡΣ${NONE}ΤΥΦΧΨΩϠ${holes(2)}αβϐγδεϛϝζηθικλμνξοπϟρσςτυφχψωϡ`
const HEBREW = `!״#$%&׳()*+,־./0123456789:;<=>?\u05b7\u05b8\u05b6\u05b5\u05b4\u05b9\u05bb\u05b0\u05b2\u05b3\u05b1\u05bc\u05bf\u05c1\ufb1e${holes(12)}[${NONE}]${holes(2)}אבגדהוזחטיךכלםמןנסעףפץצקרשתװױײ${NONE}`
const ARABIC = `!"#$٪&'()٭+،-./٠١٢٣٤٥٦٧٨٩:؛<=>؟${NONE}ءآأؤإئابةتثجحخدذرزسشصضطظعغ[${NONE}]${holes(2)}ـفقكلمنهوىي\u064b\u064c\u064d\u064e\u064f\u0650\u0651\u0652ٱ\u0670${holes(3)}٬”“${holes(4)}`
const EXTENDED_ARABIC = `۽ٲٳٹٺٻټٽپٿڀځڂڃڄڅچڿڇڈډڊڋڌڍڎڏڐڑڒړڔڕږڗژڙښڛڜۺڝڞۻڟڠۼڡڢڣڤڥڦڧڨکڪګڬڭڮگڰڱڲڳڴڵڶڷڸںڻڼڽڹھۀۄۅۆۊۋۍێېےۓ${holes(4)}\u0306\u030c`

const ASCII = String.fromCharCode(...Array.from({ length: 94 }, (_, i) => 0x21 + i))

/** Extended Latin (ANSEL), from 0xA1 on; marks stand before their letter. A mark over two letters stands in its first half alone. */
const EXTENDED_LATIN = `ŁØĐÞÆŒʹ·♭®±ƠƯʼ${NONE}ʻłøđþæœʺı£ð${NONE}ơư${holes(2)}°ℓ℗©♯¿¡ß€${holes(23)}\u0309\u0300\u0301\u0302\u0303\u0304\u0306\u0307\u0308\u030c\u030a\u0361${NONE}\u0315\u030b\u0310\u0327\u0328\u0323\u0324\u0325\u0333\u0332\u0326\u031c\u032e\u0360${holes(3)}\u0313`

const SUBSCRIPTS = `${holes(7)}₍₎${NONE}₊${NONE}₋${holes(2)}₀₁₂₃₄₅₆₇₈₉${holes(69)}`
const SUPERSCRIPTS = `${holes(7)}⁽⁾${NONE}⁺${NONE}⁻${holes(2)}⁰¹²³⁴⁵⁶⁷⁸⁹${holes(69)}`
const GREEK_SYMBOLS = `${holes(64)}αβγ${holes(27)}`

/** By the last octet of the escape sequence that calls them. */
export const SETS: Readonly<Record<string, string>> = {
  B: ASCII,
  E: EXTENDED_LATIN,
  N: CYRILLIC,
  Q: EXTENDED_CYRILLIC,
  S: GREEK,
  '2': HEBREW,
  '3': ARABIC,
  '4': EXTENDED_ARABIC,
}

/** Sets that one letter behind the escape calls into the lower half: what is written so is short. */
export const SHORT_SETS: Readonly<Record<string, string>> = { g: GREEK_SYMBOLS, b: SUBSCRIPTS, p: SUPERSCRIPTS, s: ASCII }
