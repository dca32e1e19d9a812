import Modal from 'react-bootstrap/Modal';

const KEYS: [string, string][] = [
  ['1 – 8', 'Board, Ground, Water, Pours, Ink, Days, Bench, Log'],
  ['Space', 'held: the Relief; with its switch it stays, and the arrow keys turn it'],
  ['[  ]', 'waterline down, up by 0.5 mm'],
  ['↑ ↓', 'on the Staff: waterline, or the top of a layer, by 0.1 mm; Page keys by 1 mm'],
  [',  .', 'slide the cut left, right'],
  ['+  −  0', 'the Sheet nearer, further off, whole; the wheel and two fingers do it too'],
  ['Shift ↑ ↓ ← →', 'look at another part of the Sheet'],
  ['T', 'pour test under the pointer'],
  ['arrows', 'on a handle of the Sheet: move it by 1 mm, with Shift by 10'],
  ['Delete', 'on a point of a step: take it out'],
  ['Enter', 'end what you draw; with nothing drawn, put one in the middle'],
  ['Escape', 'drop what you draw, or what you drag'],
  ['Z', 'undo'],
  ['Shift Z', 'redo'],
  ['?', 'this list'],
];

export function Help({ show, onHide }: { show: boolean; onHide: () => void }) {
  return (
    <Modal show={show} onHide={onHide} centered aria-labelledby="help-title">
      <Modal.Header closeButton>
        <Modal.Title id="help-title">Keys</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <dl className="keys">
          {KEYS.map(([key, does]) => (
            <div key={key}>
              <dt>
                <kbd>{key}</kbd>
              </dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
        <p>Every figure with a + opens to show how it came about. All is kept as you go.</p>
      </Modal.Body>
    </Modal>
  );
}
