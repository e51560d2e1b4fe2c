import { Button, Flex, Input, Text } from '@chakra-ui/react';
import { useState } from 'react';

import { Cautions } from './Cautions';
import type { Schemas } from '~/shared/http/client';

interface Props {
  members: Schemas['MemberModel'][];
  cautions: Schemas['CautionModel'][];
  onMembers: (members: Schemas['MemberModel'][]) => void;
}

/** Single members who need other ways: the plan stays, sheet and teach page say what they do instead. */
export function Members({ members, cautions, onMembers }: Props) {
  const [name, setName] = useState('');
  const [chosen, setChosen] = useState<Schemas['Caution'][]>([]);
  const taken = members.some((member) => member.name.toLowerCase() === name.trim().toLowerCase());
  const ready = name.trim() !== '' && chosen.length > 0 && !taken;
  const add = () => {
    onMembers([...members, { name: name.trim(), cautions: chosen }]);
    setName('');
    setChosen([]);
  };
  const words = (member: Schemas['MemberModel']) =>
    member.cautions.map((id) => cautions.find((entry) => entry.id === id)?.name ?? id).join(', ');
  return (
    <Flex gap="1" py="1" wrap="wrap" borderTop="1px solid" borderColor="line" role="group" aria-label="Members">
      <Text w="24" fontWeight="600">
        One member
      </Text>
      <Flex direction="column" gap="1" flex="1" minW="64">
        {members.map((member) => (
          <Flex key={member.name} gap="2" align="center" fontSize="sm">
            <Text>
              <b>{member.name}</b>: {words(member)}
            </Text>
            <Button
              size="2xs"
              variant="ghost"
              aria-label={`Take ${member.name} out`}
              onClick={() => onMembers(members.filter((other) => other !== member))}
            >
              Take out
            </Button>
          </Flex>
        ))}
        <Flex gap="2" align="flex-start" wrap="wrap">
          <Input
            size="xs"
            w="40"
            bg="panel"
            maxLength={60}
            aria-label="Initials of a member"
            placeholder="Initials"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <Cautions label="Cautions of this member" all={cautions} chosen={chosen} onChosen={setChosen} />
          <Button size="xs" variant="outline" disabled={!ready} onClick={add}>
            Add
          </Button>
        </Flex>
        <Text fontSize="xs" color="soft">
          {taken
            ? 'There is one of that name already; add a letter.'
            : 'The group keeps its plan; run sheet and teach page say what this member does instead.'}
        </Text>
      </Flex>
    </Flex>
  );
}
