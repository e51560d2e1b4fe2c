import { Flex } from '@chakra-ui/react';

import { SIGNAL_WORDS, type useSignals } from './useSignals';
import { Toggle } from '~/shared/ui/Toggle';

/** Beeper, calls and vibration, and the whole screen. */
export function SignalToggles({ signals }: { signals: ReturnType<typeof useSignals> }) {
  const full = document.fullscreenElement !== null;
  const toggleFull = () =>
    void (full ? document.exitFullscreen() : document.documentElement.requestFullscreen()).catch(() => undefined);
  return (
    <Flex gap="2" wrap="wrap">
      {signals.signals.map((signal) => (
        <Toggle key={signal} size="md" on={signals.on[signal]} onToggle={() => signals.toggle(signal)}>
          {SIGNAL_WORDS[signal]}
        </Toggle>
      ))}
      {document.fullscreenEnabled && (
        <Toggle size="md" on={full} onToggle={toggleFull}>
          Full screen
        </Toggle>
      )}
    </Flex>
  );
}
