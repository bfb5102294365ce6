/**
 * Harvard style as it is taught in Britain (Cite Them Right, 12th edition): person (year) title. Edition. Place: publisher; what it is on in
 * brackets. Of four or more people the first is named.
 */
import { EDITION } from './edition.ts'

export const HARVARD = `<?xml version="1.0" encoding="utf-8"?>
<style xmlns="http://purl.org/net/xbiblio/csl" class="in-text" version="1.0" default-locale="en-US">
  <info><title>Harvard, works in a library</title><id>catalex-harvard</id><updated>2026-11-01T00:00:00+00:00</updated></info>
  <locale xml:lang="en">
    <terms>
      <term name="edition" form="short">edn</term>
      <term name="editor" form="short"><single>ed.</single><multiple>eds</multiple></term>
    </terms>
  </locale>
  <macro name="makers">
    <names variable="author">
      <name name-as-sort-order="all" and="text" initialize-with="." delimiter=", " delimiter-precedes-last="never" et-al-min="4" et-al-use-first="1"/>
      <et-al font-style="italic"/>
      <label form="short" prefix=" (" suffix=")"/>
      <substitute>
        <names variable="editor"/>
        <names variable="composer"/>
      </substitute>
    </names>
  </macro>
  <macro name="year"><date variable="issued" prefix="(" suffix=")"><date-part name="year"/></date></macro>
  ${EDITION}
  <macro name="kind">
    <choose>
      <if variable="medium"><text variable="medium" prefix="[" suffix="]"/></if>
      <else><text variable="genre" prefix="[" suffix="]"/></else>
    </choose>
  </macro>
  <macro name="head">
    <choose>
      <if variable="author editor composer" match="any">
        <group delimiter=" ">
          <text macro="makers"/>
          <text macro="year"/>
          <text variable="title" font-style="italic"/>
          <text macro="kind"/>
        </group>
      </if>
      <else-if variable="director">
        <group delimiter=". ">
          <group delimiter=" ">
            <text variable="title" font-style="italic"/>
            <text macro="year"/>
            <names variable="director"><label form="verb" text-case="capitalize-first" suffix=" "/><name and="text" initialize-with="."/></names>
          </group>
          <text macro="kind"/>
        </group>
      </else-if>
      <else>
        <group delimiter=" ">
          <text variable="title" font-style="italic"/>
          <text macro="year"/>
          <text macro="kind"/>
        </group>
      </else>
    </choose>
  </macro>
  <citation><layout><text macro="makers"/></layout></citation>
  <bibliography>
    <layout suffix=".">
      <group delimiter=". ">
        <text macro="head"/>
        <text macro="edition"/>
        <names variable="translator"><label form="verb" text-case="capitalize-first" suffix=" "/><name and="text" initialize-with="."/></names>
        <text variable="scale"/>
        <group delimiter=" ">
          <group delimiter=": "><text variable="publisher-place"/><text variable="publisher"/></group>
          <group delimiter=", " prefix="(" suffix=")"><text variable="collection-title"/><text variable="collection-number"/></group>
        </group>
      </group>
    </layout>
  </bibliography>
</style>`
