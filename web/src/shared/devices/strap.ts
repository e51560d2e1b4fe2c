import { measured, type Measurement, measurement } from './heartRate';

/** Where a pulse comes from. It is told of every beat count that comes, until it is let go. */
export interface Strap {
  connect: (onPulse: (told: Measurement) => void, onLost: () => void) => Promise<() => void>;
}

const SERVICE = 'heart_rate';
const MEASUREMENT = 'heart_rate_measurement';

/** The part of Web Bluetooth that a strap needs; browsers differ in whether they have it. */
interface Characteristic extends EventTarget {
  value?: DataView;
  startNotifications: () => Promise<Characteristic>;
}
interface Server {
  connect: () => Promise<Server>;
  disconnect: () => void;
  getPrimaryService: (name: string) => Promise<{ getCharacteristic: (name: string) => Promise<Characteristic> }>;
}
interface Bluetooth {
  requestDevice: (options: { filters: { services: string[] }[] }) => Promise<EventTarget & { gatt?: Server }>;
}

function bluetooth(): Bluetooth | null {
  return (navigator as { bluetooth?: Bluetooth }).bluetooth ?? null;
}

/** A strap in the room, by Bluetooth; null where this browser cannot. */
export function realStrap(): Strap | null {
  const air = bluetooth();
  if (!air) return null;
  return {
    connect: async (onPulse, onLost) => {
      const device = await air.requestDevice({ filters: [{ services: [SERVICE] }] });
      const server = await device.gatt?.connect();
      if (!server) throw new Error('The strap does not answer.');
      const service = await server.getPrimaryService(SERVICE);
      const told = await service.getCharacteristic(MEASUREMENT);
      const hear = () => {
        const found = told.value && measurement(told.value);
        if (found) onPulse(found);
      };
      told.addEventListener('characteristicvaluechanged', hear);
      device.addEventListener('gattserverdisconnected', onLost);
      await told.startNotifications();
      return () => {
        told.removeEventListener('characteristicvaluechanged', hear);
        device.removeEventListener('gattserverdisconnected', onLost);
        server.disconnect();
      };
    },
  };
}

/** A stand-in for a strap: it follows how hard the class is, and sends the bytes that a strap sends. */
export function simulatedStrap(aim: () => number, everyMilliseconds = 1000): Strap {
  return {
    connect: (onPulse) => {
      let pulse = aim();
      const timer = window.setInterval(() => {
        // A pulse follows the effort with a lag of some half a minute.
        pulse += (aim() - pulse) / 30;
        const bytes = measured({ pulse: Math.round(pulse), contact: true, between: [60 / pulse] });
        const found = measurement(bytes);
        if (found) onPulse(found);
      }, everyMilliseconds);
      return Promise.resolve(() => window.clearInterval(timer));
    },
  };
}
