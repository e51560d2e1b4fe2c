/**
 * A pulse strap by the heart-rate service of Bluetooth (0x180D): what its measurement (0x2A37) says.
 * Source: Bluetooth SIG, Heart Rate Service 1.0, and GATT Specification Supplement, heart rate measurement.
 */
export interface Measurement {
  /** Beats a minute. */
  pulse: number;
  /** Whether it lies on the skin; null: the strap cannot tell. */
  contact: boolean | null;
  /** Seconds between beats, the oldest first; empty where it does not tell. */
  between: number[];
}

const WIDE = 0b1;
const TOUCHES = 0b10;
const CAN_TELL = 0b100;
const ENERGY = 0b1000;
const INTERVALS = 0b10000;
/** Intervals are told in so many parts of a second. */
const PARTS = 1024;

/** What a measurement says; null where it is cut off. */
export function measurement(bytes: DataView): Measurement | null {
  if (bytes.byteLength < 2) return null;
  const flags = bytes.getUint8(0);
  const wide = (flags & WIDE) !== 0;
  if (wide && bytes.byteLength < 3) return null;
  const pulse = wide ? bytes.getUint16(1, true) : bytes.getUint8(1);
  let at = (wide ? 3 : 2) + (flags & ENERGY ? 2 : 0);
  const between: number[] = [];
  for (; flags & INTERVALS && at + 2 <= bytes.byteLength; at += 2) between.push(bytes.getUint16(at, true) / PARTS);
  return { pulse, contact: flags & CAN_TELL ? (flags & TOUCHES) !== 0 : null, between };
}

/** The bytes of a measurement, as a strap would send them. */
export function measured({ pulse, contact, between }: Measurement): DataView {
  const wide = pulse > 0xff;
  const bytes = new DataView(new ArrayBuffer((wide ? 3 : 2) + 2 * between.length));
  const told = contact === null ? 0 : CAN_TELL | (contact ? TOUCHES : 0);
  bytes.setUint8(0, (wide ? WIDE : 0) | told | (between.length ? INTERVALS : 0));
  if (wide) bytes.setUint16(1, pulse, true);
  else bytes.setUint8(1, pulse);
  between.forEach((seconds, place) => {
    bytes.setUint16((wide ? 3 : 2) + 2 * place, Math.round(seconds * PARTS), true);
  });
  return bytes;
}

/** What a measurement says after it went over the air: for tests, which have no bytes. */
export function overTheAir(told: Measurement): Measurement | null {
  return measurement(measured(told));
}

/** What given bytes say. */
export function fromBytes(bytes: number[]): Measurement | null {
  return measurement(new DataView(new Uint8Array(bytes).buffer));
}
