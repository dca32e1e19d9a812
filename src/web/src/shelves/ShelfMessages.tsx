import { useShelfTroubles } from '../api/useStores';

/** What a shelf has to say over its cards: troubles in what is kept, what could not be done, and what was taken off and can be put back. */
export function ShelfMessages({
  faults,
  removed,
  onPutBack,
}: {
  faults: string[];
  removed: { name: string } | null;
  onPutBack: () => void;
}) {
  const troubles = useShelfTroubles();
  return (
    <>
      {[...troubles.map((trouble) => trouble.sentence), ...faults].map((sentence) => (
        <p key={sentence} className="message message-stop" role="alert">
          {sentence}
        </p>
      ))}
      {removed !== null && (
        <p className="message" role="status">
          {removed.name} is off the shelf.{' '}
          <button type="button" className="link" onClick={onPutBack}>
            Put it back
          </button>
        </p>
      )}
    </>
  );
}
