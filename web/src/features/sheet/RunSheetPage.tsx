import { Box, Button, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { ArrowLeft, Printer } from 'lucide-react';
import { Link as RouterLink, useParams } from 'react-router';

import { Sheet } from './Sheet';
import { classOptions } from '~/features/bench';
import { useVocabulary } from '~/shared/http/vocabulary';
import { Trouble, Waiting } from '~/shared/ui/States';

export function RunSheetPage() {
  const params = useParams();
  const detail = useQuery(classOptions(Number(params.id), Number(params.slot)));
  const words = useVocabulary();
  const error = detail.error ?? words.error;
  if (!(detail.data && words.ready) && error) return <Trouble error={error} />;
  if (!detail.data || !words.ready) return <Waiting what="Writing the run sheet" />;
  return (
    <Box maxW="200mm" mx="auto">
      <Flex className="no-print" gap="2" mb="3">
        <Button asChild size="sm" variant="outline">
          <RouterLink to={`/series/${detail.data.series}/classes/${detail.data.slot}`}>
            <ArrowLeft /> Back to the class
          </RouterLink>
        </Button>
        <Button size="sm" bg="action" color="onAction" onClick={() => window.print()}>
          <Printer /> Print
        </Button>
      </Flex>
      <Sheet detail={detail.data} />
    </Box>
  );
}
