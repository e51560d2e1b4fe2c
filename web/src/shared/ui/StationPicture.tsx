import { Box, chakra, Flex, Text } from '@chakra-ui/react';
import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp } from 'lucide-react';

import { KitIcons } from './KitIcon';

interface Station {
  name: string;
  /** Where left and right are stations of their own. */
  side: string;
  kit: readonly string[];
  /** Who stands there at a time; undefined: it is not known. */
  people?: number;
}

interface Props {
  stations: readonly Station[];
  /** For a wall that is read from across the hall. */
  large?: boolean;
  /** Which is looked at, and how another is; undefined: it is only a picture. */
  picked?: number;
  onPick?: (at: number) => void;
}

/** The hall from above, its front at the top: stations along two walls, and the way on from each. */
export function StationPicture({ stations, large = false, picked, onPick }: Props) {
  const rows = Math.ceil(stations.length / 2);
  return (
    <Box
      as="ol"
      listStyleType="none"
      display="grid"
      my="1"
      gridTemplateColumns="1fr 1fr"
      gap={large ? '3' : '1.5'}
      aria-label="Stations, in the order you go round"
    >
      {stations.map((station, at) => {
        const right = at < rows;
        return (
          <Flex
            as="li"
            key={at}
            gridColumn={right ? 2 : 1}
            gridRow={right ? at + 1 : stations.length - at + (stations.length % 2)}
            border="1px solid"
            borderColor="line"
            align="center"
            gap={large ? '3' : '1.5'}
            px={large ? '3' : '2'}
            py={large ? '2' : '1'}
            minW="0"
            bg={at === picked ? 'fernWash' : undefined}
            position="relative"
          >
            <Text fontFamily="mono" color="soft" fontSize={large ? LARGE : 'sm'}>
              {at + 1}
            </Text>
            <Box flex="1" minW="0">
              <Text fontWeight="700" lineHeight="1.1" fontSize={large ? LARGE : 'sm'}>
                {onPick ? (
                  <chakra.button
                    type="button"
                    textAlign="left"
                    aria-pressed={at === picked}
                    // All of the station is pressed, not only its name.
                    _after={{ content: '""', position: 'absolute', inset: '0' }}
                    onClick={() => onPick(at)}
                  >
                    {stationWords(station)}
                  </chakra.button>
                ) : (
                  stationWords(station)
                )}
              </Text>
              <Flex gap="1" align="center" fontSize={large ? 'xl' : 'xs'} color="soft" css={large ? LARGE_ICONS : {}}>
                <KitIcons kit={station.kit} />
                {station.people !== undefined && `${station.people} ${station.people === 1 ? 'person' : 'people'}`}
              </Flex>
            </Box>
            <WayOn at={at} rows={rows} last={stations.length - 1} size={large ? '2.5rem' : '1rem'} />
          </Flex>
        );
      })}
    </Box>
  );
}

const stationWords = ({ name, side }: Station) => (side ? `${name}, ${side}` : name);
/** Read from three metres: 5 % of the height of the wall. */
const LARGE = 'max(2.25rem, 5vh)';
const LARGE_ICONS = { '& svg': { width: '2rem', height: '2rem' } };

/** Down along the right wall, across, up along the left one, and back to the first. */
function WayOn({ at, rows, last, size }: { at: number; rows: number; last: number; size: string }) {
  if (last === 0) return null;
  const Arrow = at === last ? ArrowRight : at === rows - 1 ? ArrowLeft : at < rows ? ArrowDown : ArrowUp;
  return <Arrow aria-hidden="true" size={size} style={{ flexShrink: 0 }} />;
}
