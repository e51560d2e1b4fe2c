import { Box } from '@chakra-ui/react';
import { useEffect, useState } from 'react';

import { HALL_BEEPER } from '~/shared/devices/beeper';

/** How long (milliseconds) a long and a short tone shine. */
const LONG = 400;
const SHORT = 120;

/** What the simulated beeper of the hall sounds, as a light along the top of the page. */
export function HallLight() {
  const [tone, setTone] = useState<'long' | 'short' | null>(null);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const hear = (event: Event) => {
      const high = (event as CustomEvent<boolean>).detail;
      setTone(high ? 'long' : 'short');
      clearTimeout(timer);
      timer = setTimeout(() => setTone(null), high ? LONG : SHORT);
    };
    window.addEventListener(HALL_BEEPER, hear);
    return () => {
      clearTimeout(timer);
      window.removeEventListener(HALL_BEEPER, hear);
    };
  }, []);
  return (
    <Box
      data-hall-beeper={tone ?? ''}
      aria-hidden="true"
      position="fixed"
      top="0"
      left="0"
      right="0"
      h="2"
      bg={tone === 'long' ? 'lichenInk' : tone === 'short' ? 'ink' : 'transparent'}
    />
  );
}
