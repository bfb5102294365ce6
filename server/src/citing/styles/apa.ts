/**
 * APA style for things in libraries (Publication Manual of the American Psychological Association, 7th edition, chapters 9 and 10): author (year),
 * title with contributors and edition in brackets and what it is on in square ones, publisher. The packaged style knows hundreds of kinds of source
 * and takes two seconds to be read.
 */
import { EDITION } from './edition.ts'

const SORTED = `<name name-as-sort-order="all" and="symbol" initialize-with=". " delimiter=", " delimiter-precedes-last="always" et-al-min="21" et-al-use-first="19" et-al-use-last="true"/>`
const inRole = (variable: string): string =>
  `<names variable="${variable}"><name and="symbol" initialize-with=". " delimiter=", "/><label form="short" prefix=", " text-case="capitalize-first"/></names>`

export const APA = `<?xml version="1.0" encoding="utf-8"?>
<style xmlns="http://purl.org/net/xbiblio/csl" class="in-text" version="1.0" default-locale="en-US" initialize-with-hyphen="true">
  <info><title>APA, works in a library</title><id>catalex-apa</id><updated>2026-12-02T00:00:00+00:00</updated></info>
  <macro name="makers">
    <names variable="author">
      ${SORTED}
      <label form="short" prefix=" (" suffix=")" text-case="capitalize-first"/>
      <substitute>
        <names variable="composer"/>
        <names variable="editor"/>
        <names variable="director">${SORTED}<label form="long" prefix=" (" suffix=")" text-case="capitalize-first"/></names>
      </substitute>
    </names>
  </macro>
  ${EDITION}
  <macro name="contributors">
    <group delimiter="; " prefix="(" suffix=")">
      <choose><if variable="author composer" match="any">${inRole('editor')}</if></choose>
      ${inRole('translator')}
      ${inRole('narrator')}
      <text macro="edition"/>
    </group>
  </macro>
  <macro name="kind">
    <choose>
      <if variable="medium"><text variable="medium" prefix="[" suffix="]"/></if>
      <else-if variable="genre"><text variable="genre" prefix="[" suffix="]"/></else-if>
      <else-if type="map"><text value="[Map]"/></else-if>
    </choose>
  </macro>
  <macro name="work">
    <group delimiter=" "><text variable="title" font-style="italic"/><text macro="contributors"/><text macro="kind"/></group>
  </macro>
  <macro name="year"><date variable="issued" prefix="(" suffix=")"><date-part name="year"/></date></macro>
  <citation><layout><text macro="makers"/></layout></citation>
  <bibliography>
    <layout>
      <group delimiter=" ">
        <group delimiter=". " suffix=".">
          <choose>
            <if variable="author composer editor director" match="any">
              <group delimiter=". "><text macro="makers"/><text macro="year"/><text macro="work"/></group>
            </if>
            <else><group delimiter=". "><text macro="work"/><text macro="year"/></group></else>
          </choose>
          <text variable="publisher"/>
        </group>
        <text variable="URL"/>
      </group>
    </layout>
  </bibliography>
</style>`
