/** Chicago style (The Chicago Manual of Style, 17th edition, chapters 14 and 15): reference lists by author and date, and notes. */

import { EDITION } from './edition.ts'

const head = (title: string, id: string, kind: 'in-text' | 'note') => `<?xml version="1.0" encoding="utf-8"?>
<style xmlns="http://purl.org/net/xbiblio/csl" class="${kind}" version="1.0" default-locale="en-US">
  <info><title>${title}</title><id>${id}</id><updated>2026-11-01T00:00:00+00:00</updated></info>`

/** Up to ten authors are named; of more, seven (14.76). */
export const CHICAGO_AUTHOR_DATE = `${head('Chicago, author and date', 'catalex-chicago-author-date', 'in-text')}
  ${EDITION}
  <macro name="makers">
    <names variable="author">
      <name name-as-sort-order="first" and="text" delimiter-precedes-last="always" et-al-min="11" et-al-use-first="7"/>
      <label form="short" prefix=", "/>
      <substitute>
        <names variable="editor"/>
        <names variable="composer"/>
        <names variable="director"/>
      </substitute>
    </names>
  </macro>
  <macro name="contributors">
    <group delimiter=". ">
      <names variable="translator"><label form="verb" text-case="capitalize-first" suffix=" "/><name and="text"/></names>
      <choose>
        <if variable="author"><names variable="editor"><label form="verb" text-case="capitalize-first" suffix=" "/><name and="text"/></names></if>
      </choose>
      <names variable="narrator"><label form="verb" text-case="capitalize-first" suffix=" "/><name and="text"/></names>
    </group>
  </macro>
  <citation><layout><text macro="makers"/></layout></citation>
  <bibliography>
    <layout suffix=".">
      <group delimiter=". ">
        <choose>
          <if variable="author editor composer director" match="any"><text macro="makers"/></if>
          <else><text variable="title" font-style="italic" text-case="title"/></else>
        </choose>
        <date variable="issued"><date-part name="year"/></date>
        <choose>
          <if variable="author editor composer director" match="any"><text variable="title" font-style="italic" text-case="title"/></if>
        </choose>
        <text macro="contributors"/>
        <text macro="edition"/>
        <group delimiter=" "><text variable="collection-title" text-case="title"/><text variable="collection-number"/></group>
        <group delimiter=": "><text variable="publisher-place"/><text variable="publisher"/></group>
        <text variable="medium"/>
        <text variable="genre"/>
      </group>
    </layout>
  </bibliography>
</style>`

/** As in a first note: up to three authors are named; of more, one (14.76). */
export const CHICAGO_NOTES = `${head('Chicago, notes', 'catalex-chicago-notes', 'note')}
  <locale xml:lang="en">
    <terms><term name="translator" form="verb-short">trans.</term><term name="editor" form="verb-short">ed.</term></terms>
  </locale>
  ${EDITION}
  <macro name="makers">
    <names variable="author">
      <name and="text" delimiter-precedes-last="contextual" et-al-min="4" et-al-use-first="1"/>
      <label form="short" prefix=", "/>
      <substitute>
        <names variable="editor"/>
        <names variable="composer"/>
      </substitute>
    </names>
  </macro>
  <macro name="contributors">
    <group delimiter=", ">
      <names variable="director"><label form="verb" suffix=" "/><name and="text" et-al-min="4" et-al-use-first="1"/></names>
      <names variable="translator"><label form="verb-short" suffix=" "/><name and="text" et-al-min="4" et-al-use-first="1"/></names>
      <choose>
        <if variable="author"><names variable="editor"><label form="verb-short" suffix=" "/><name and="text" et-al-min="4" et-al-use-first="1"/></names></if>
      </choose>
      <names variable="narrator"><label form="verb" suffix=" "/><name and="text" et-al-min="4" et-al-use-first="1"/></names>
    </group>
  </macro>
  <citation><layout><text macro="makers"/></layout></citation>
  <bibliography>
    <layout suffix=".">
      <group delimiter=" ">
        <group delimiter=", ">
          <text macro="makers"/>
          <text variable="title" font-style="italic" text-case="title"/>
          <text macro="contributors"/>
          <text macro="edition"/>
          <group delimiter=" "><text variable="collection-title" text-case="title"/><text variable="collection-number"/></group>
        </group>
        <group delimiter=", ">
          <group prefix="(" suffix=")" delimiter=", ">
            <group delimiter=": "><text variable="publisher-place"/><text variable="publisher"/></group>
            <date variable="issued"><date-part name="year"/></date>
          </group>
          <text variable="medium"/>
          <text variable="genre"/>
        </group>
      </group>
    </layout>
  </bibliography>
</style>`
