import {
  formatField,
  formatLength,
  formatMass,
  formatNamed,
  formatVolume,
  fullSize,
  METRIC,
  parseQuantity,
  stepped,
  type Units,
} from '@web/units/units';

const IMPERIAL: Units = { length: 'in', volume: 'fl oz', mass: 'oz', temperature: '°F' };

describe('lengths', () => {
  it.each([
    [14.5, '14.5'],
    [0, '0.0'],
    [-2.25, '-2.3'],
  ])('%f mm is shown as %s', (mm, text) => expect(formatLength(mm, METRIC)).toBe(text));

  it.each([
    [0, '0'],
    [25.4, '1'],
    [14.2875, '9/16'],
    [30.1625, '1 3/16'],
    [12.7, '1/2'],
    [-12.7, '−1/2'],
    [0.5, '0'],
    [254, '10'],
  ])('%f mm is %s to a sixteenth of an inch', (mm, text) => expect(formatLength(mm, IMPERIAL)).toBe(text));

  it.each([
    ['14.5', 14.5],
    ['14,5', 14.5],
    [' 14.5 mm ', 14.5],
    ['1.2 cm', 12],
    ['1/2 in', 12.7],
    ['1 3/16"', 30.1625],
    ['-2', -2],
    ['.5', 0.5],
  ])('%s reads as %f mm', (text, mm) => expect(parseQuantity(text, 'length', METRIC)).toBeCloseTo(mm, 9));

  it.each([
    ['9/16', 14.2875],
    ['1', 25.4],
    ['10 mm', 10],
  ])('on an inch screen %s is %f mm', (text, mm) => expect(parseQuantity(text, 'length', IMPERIAL)).toBeCloseTo(mm, 9));

  it.each(['', 'ten', '1/0', '3 ml', '--4', '1 2', '1e5'])('%s is no length', (text) =>
    expect(parseQuantity(text, 'length', METRIC)).toBeNull(),
  );
});

describe('what is shown reads back', () => {
  it('to a sixteenth of an inch', () => {
    for (let mm = -60; mm < 400; mm += 7.3) {
      const back = parseQuantity(formatLength(mm, IMPERIAL).replace('−', '-'), 'length', IMPERIAL);
      expect(Math.abs((back ?? NaN) - mm)).toBeLessThanOrEqual(25.4 / 32 + 1e-9);
    }
  });

  it('to a tenth of a mm', () => {
    for (let mm = -60; mm < 400; mm += 7.3) {
      expect(parseQuantity(formatLength(mm, METRIC), 'length', METRIC)).toBeCloseTo(mm, 1);
    }
  });
});

describe('volumes, masses, temperatures', () => {
  it('keeps what a small batch needs', () => {
    expect(formatVolume(1.84, METRIC)).toBe('1.8');
    expect(formatVolume(533.8, METRIC)).toBe('534');
    expect(formatMass(67.2, METRIC)).toBe('67.2');
    expect(formatMass(60, METRIC)).toBe('60');
    expect(formatMass(0.35, METRIC)).toBe('0.35');
    expect(formatVolume(29.5735, IMPERIAL)).toBe('1.00');
    expect(formatMass(28.349523125, IMPERIAL)).toBe('1.000');
  });

  it('reads both scales of temperature', () => {
    expect(parseQuantity('68 °F', 'temperature', METRIC)).toBeCloseTo(20, 9);
    expect(parseQuantity('20', 'temperature', METRIC)).toBe(20);
    expect(parseQuantity('212', 'temperature', IMPERIAL)).toBeCloseTo(100, 9);
  });

  it('names a working’s inputs by the unit the server gave', () => {
    expect(formatNamed(14.5, 'mm', METRIC)).toBe('14.5 mm');
    expect(formatNamed(58304, 'mm²', METRIC)).toBe('583 cm²');
    expect(formatNamed(12, 'h', METRIC)).toBe('12 h');
    expect(formatNamed(3, '', METRIC)).toBe('3');
    expect(formatNamed(23, '°C', IMPERIAL)).toBe('73 °F');
  });
});

describe('full size', () => {
  it.each([
    [12.4, 76, '94 cm'],
    [100, 76, '7.6 m'],
    [620, 76, '47 m'],
  ])('%f mm at 1:%i is %s', (mm, scale, text) => expect(fullSize(mm, scale, METRIC)).toBe(text));
  it('is in feet on an inch screen', () => expect(fullSize(100, 76, IMPERIAL)).toBe('25 ft'));
});

describe('a field', () => {
  const quantities = ['length', 'volume', 'mass', 'temperature', 'plain'] as const;
  const screens: Units[] = (['mm', 'in'] as const).flatMap((length) =>
    (['ml', 'fl oz'] as const).flatMap((volume) =>
      (['g', 'oz'] as const).flatMap((mass) =>
        (['°C', '°F'] as const).map((temperature) => ({ length, volume, mass, temperature })),
      ),
    ),
  );
  // Kept to a hundredth; from a few of them to more than any board or bottle.
  const values = Array.from(
    { length: 400 },
    (_, k) => Math.round(((k * 7919) % 6007) ** 1.4 * (k % 3 === 0 ? -1 : 1)) / 100,
  );

  it.each(quantities)('shows and reads back the same %s on every screen', (quantity) => {
    for (const units of screens)
      for (const value of values) {
        const back = parseQuantity(formatField(value, quantity, units), quantity, units) ?? NaN;
        expect(Math.round(back * 100) / 100, `${value} as ${formatField(value, quantity, units)}`).toBeCloseTo(
          value,
          9,
        );
      }
  });

  it('is in the unit beside it', () => {
    expect(formatField(500, 'volume', IMPERIAL)).toBe('16.907');
    expect(formatField(20, 'temperature', IMPERIAL)).toBe('68');
    expect(formatField(25.4 / 4, 'length', IMPERIAL)).toBe('1/4');
    expect(formatField(14.5, 'length', IMPERIAL)).toBe('0.5709');
    expect(formatField(100, 'mass', IMPERIAL)).toBe('3.5274');
    expect(formatField(14.5, 'length', METRIC)).toBe('14.5');
    expect(parseQuantity('17', 'volume', IMPERIAL)).toBeCloseTo(502.75, 2);
  });

  it('moves by round steps of that unit, up and down again', () => {
    expect(stepped(14.5, 1, 0.5, 'length', METRIC)).toBe(15);
    expect(stepped(25.4, 1, 1, 'length', IMPERIAL)).toBeCloseTo(25.4 + 25.4 / 16, 9);
    expect(stepped(20, 1, 1, 'temperature', IMPERIAL)).toBeCloseTo(20 + 10 / 9, 9);
    for (const units of screens)
      for (const quantity of quantities)
        for (const step of [0.02, 0.1, 0.5, 1, 5, 10]) {
          const up = stepped(40, 1, step, quantity, units);
          expect(up).toBeGreaterThan(40);
          expect(stepped(up, -1, step, quantity, units)).toBeCloseTo(40, 6);
        }
  });
});
