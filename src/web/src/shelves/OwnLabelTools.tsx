import Button from 'react-bootstrap/Button';

/** What can be done with a label of one's own. */
export function OwnLabelTools({
  name,
  onChange,
  onRemove,
}: {
  name: string;
  onChange: () => void;
  onRemove: () => void;
}) {
  return (
    <div className="card-tools">
      <Button size="sm" variant="outline-primary" aria-label={`Change ${name}`} onClick={onChange}>
        Change
      </Button>
      <Button size="sm" variant="outline-primary" aria-label={`Take it off: ${name}`} onClick={onRemove}>
        Take it off
      </Button>
    </div>
  );
}
