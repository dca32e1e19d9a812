import { useEffect, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { asProblem } from '../api/client';

const DIGITS = 6;

/** The code a scanned square has brought along, behind the address: it is sent to nobody with it. */
export function codeInAddress(): string | null {
  return /^#pair=(\d{6})$/.exec(window.location.hash)?.[1] ?? null;
}

/** A device that the server does not know yet types the code that is printed where it was started. */
export function Pair() {
  const [code, setCode] = useState(codeInAddress() ?? '');
  const [said, setSaid] = useState<string | null>(null);
  const tried = useRef(false);
  const pair = async (given: string) => {
    const response = await fetch('/api/pair', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ code: given }),
    }).catch(() => null);
    if (response?.ok === true) {
      // Anew from the beginning, without the code in the address.
      window.location.replace(window.location.pathname);
      return;
    }
    const problem = asProblem(await response?.json().catch(() => null));
    setSaid(problem.detail ?? 'The server does not answer. Is it still running, and this device in the same network?');
  };
  useEffect(() => {
    const scanned = codeInAddress();
    if (scanned === null || tried.current) return;
    tried.current = true;
    void pair(scanned);
  }, []);
  return (
    <main className="lone pair">
      <h1>This device is not paired yet</h1>
      <p>Type the six figures that are printed where Ink Basin was started. It is asked once on each device.</p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void pair(code);
        }}
      >
        <label htmlFor="pairing-code">Pairing code</label>
        <input
          id="pairing-code"
          inputMode="numeric"
          autoComplete="one-time-code"
          maxLength={DIGITS + 1}
          value={code}
          onChange={(event) => setCode(event.target.value)}
        />
        <Button type="submit" size="lg" disabled={code.replace(/\D/g, '').length !== DIGITS}>
          Pair it
        </Button>
      </form>
      {said !== null && (
        <p className="field-wrong" role="alert">
          {said}
        </p>
      )}
    </main>
  );
}
