/** What to do when a dam gives way, in order. */
export function GivesWay() {
  return (
    <ol>
      <li>Gloves stay on. Leave the board lying level: lifted, it runs faster.</li>
      <li>
        Catch it: paper along the edge, the tray under it. Nothing sticks to wet resin, so hold film or card over the
        gap and tape it where it is dry.
      </li>
      <li>
        Scoop what ran out away with the scraper. Spread it and the paper out thin, outdoors: a heap of it heats by
        itself.
      </li>
      <li>What is still in the bed may gel as it stands; note how high it stands, and the rest is cut anew.</li>
      <li>On skin or in eyes: as the product’s safety sheet says, at once.</li>
    </ol>
  );
}
