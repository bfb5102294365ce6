/** MLA style (MLA Handbook, 9th edition, chapter 5): author, title, contributors, edition, publisher, year; what it is on comes last. */
export const MLA = `<?xml version="1.0" encoding="utf-8"?>
<style xmlns="http://purl.org/net/xbiblio/csl" class="in-text" version="1.0" default-locale="en-US">
  <info><title>MLA, works in a library</title><id>catalex-mla</id><updated>2026-11-01T00:00:00+00:00</updated></info>
  <macro name="makers">
    <names variable="author">
      <name name-as-sort-order="first" and="text" delimiter-precedes-last="always" delimiter-precedes-et-al="always" et-al-min="3" et-al-use-first="1"/>
      <et-al/>
      <label form="long" prefix=", "/>
      <substitute>
        <names variable="editor"/>
        <names variable="composer"/>
      </substitute>
    </names>
  </macro>
  <macro name="contributors">
    <group delimiter=", ">
      <names variable="translator"><label form="verb" text-case="capitalize-first" suffix=" "/><name and="text" delimiter-precedes-et-al="always" et-al-min="3" et-al-use-first="1"/></names>
      <choose>
        <if variable="author">
          <names variable="editor"><label form="verb" suffix=" "/><name and="text" delimiter-precedes-et-al="always" et-al-min="3" et-al-use-first="1"/></names>
        </if>
      </choose>
      <names variable="director"><label form="verb" text-case="capitalize-first" suffix=" "/><name and="text" delimiter-precedes-et-al="always" et-al-min="3" et-al-use-first="1"/></names>
      <names variable="narrator"><label form="verb" text-case="capitalize-first" suffix=" "/><name and="text" delimiter-precedes-et-al="always" et-al-min="3" et-al-use-first="1"/></names>
    </group>
  </macro>
  <macro name="edition">
    <choose>
      <if is-numeric="edition"><group delimiter=" "><number variable="edition" form="ordinal"/><text term="edition" form="short"/></group></if>
      <else-if variable="translator director narrator" match="any"><text variable="edition" text-case="lowercase"/></else-if>
      <else-if variable="author editor" match="all"><text variable="edition" text-case="lowercase"/></else-if>
      <else><text variable="edition" text-case="capitalize-first"/></else>
    </choose>
  </macro>
  <citation><layout><text macro="makers"/></layout></citation>
  <bibliography>
    <layout suffix=".">
      <group delimiter=". ">
        <text macro="makers"/>
        <text variable="title" font-style="italic" text-case="title"/>
        <group delimiter=", ">
          <text macro="contributors"/>
          <text macro="edition"/>
          <text variable="publisher"/>
          <date variable="issued"><date-part name="year"/></date>
        </group>
        <text variable="medium"/>
        <text variable="genre"/>
      </group>
    </layout>
  </bibliography>
</style>`
