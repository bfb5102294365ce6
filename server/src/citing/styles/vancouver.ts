/**
 * Vancouver style for things in libraries (Citing Medicine, 2nd edition, chapters 2 and 12): names without stops, of seven or more the first six;
 * the kind of thing in brackets behind the title; whoever translated, directed or read it before the place, with their role.
 */
import { EDITION } from './edition.ts'

const inRole = (variable: string): string =>
  `<names variable="${variable}"><name name-as-sort-order="all" sort-separator=" " initialize-with="" delimiter=", " delimiter-precedes-last="always"/><label form="long" prefix=", "/></names>`

export const VANCOUVER = `<?xml version="1.0" encoding="utf-8"?>
<style xmlns="http://purl.org/net/xbiblio/csl" class="in-text" version="1.0" default-locale="en-US" initialize-with-hyphen="false">
  <info><title>Vancouver, works in a library</title><id>catalex-vancouver</id><updated>2026-12-02T00:00:00+00:00</updated></info>
  <macro name="makers">
    <names variable="author">
      <name name-as-sort-order="all" sort-separator=" " initialize-with="" delimiter=", " delimiter-precedes-last="always" et-al-min="7" et-al-use-first="6"/>
      <label form="long" prefix=", "/>
      <substitute>
        <names variable="editor"/>
        <names variable="composer"/>
      </substitute>
    </names>
  </macro>
  ${EDITION}
  <macro name="kind">
    <choose>
      <if variable="medium"><text variable="medium" prefix="[" suffix="]"/></if>
      <else-if variable="genre"><text variable="genre" prefix="[" suffix="]"/></else-if>
      <else-if variable="URL"><text value="[Internet]"/></else-if>
    </choose>
  </macro>
  <macro name="others">
    <group delimiter="; ">
      <choose><if variable="author">${inRole('editor')}</if></choose>
      ${inRole('translator')}
      ${inRole('director')}
      ${inRole('narrator')}
    </group>
  </macro>
  <citation><layout><text macro="makers"/></layout></citation>
  <bibliography>
    <layout suffix=".">
      <group delimiter=". ">
        <text macro="makers"/>
        <group delimiter=" "><text variable="title"/><text macro="kind"/></group>
        <text macro="edition"/>
        <text macro="others"/>
        <text variable="scale"/>
        <group delimiter="; ">
          <group delimiter=": "><text variable="publisher-place"/><text variable="publisher"/></group>
          <date variable="issued"><date-part name="year"/></date>
        </group>
        <text variable="number-of-pages" suffix=" p"/>
        <group delimiter="; " prefix="(" suffix=")"><text variable="collection-title"/><text variable="collection-number"/></group>
      </group>
      <text variable="URL" prefix=". Available from: "/>
    </layout>
  </bibliography>
</style>`
