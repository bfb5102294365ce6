/** An edition as most styles have it: "2nd ed." where it is numbered, else as it calls itself. */
export const EDITION = `<macro name="edition">
    <choose>
      <if is-numeric="edition"><group delimiter=" "><number variable="edition" form="ordinal"/><text term="edition" form="short"/></group></if>
      <else><text variable="edition"/></else>
    </choose>
  </macro>`
