'use client';

import { Box, HStack, Stack, Text } from '@chakra-ui/react';
import { isStocked, type Option, type OptionsChoice } from '@/core/catalog';
import { type Path } from '@/core/problems';
import { SelectField, TextField } from '@/ui/field';
import {
  DrawsField,
  GroupsField,
  orNull,
  PictureField,
  PropertiesField,
  TypefaceField,
  WeightField,
} from '@/features/editors/fields';
import { useEditing, useFaultAt } from '@/features/editors/frame';
import { Tick } from '@/ui/tick';
import { WholeField } from '@/features/kit/shared';
import { FaceSample } from '@/features/kit/typefaces';
import { type EditOption } from './option-row';
import { showPicture } from './show-picture';
import { ShownWhen } from './shown-when';
import { WHEN_OUT } from './when-out';

interface Props {
  choice: OptionsChoice;
  option: Option;
  name: string;
  path: Path;
  edit: EditOption;
}

/** What of an option is edited now and then. */
export function OptionDetails({ choice, option, name, path, edit }: Props) {
  const { product } = useEditing();
  const groupsFault = useFaultAt(...path, 'groups');
  const stocked = isStocked(choice);
  return (
    <Stack gap="4" pl="8" pr="2" py="3">
      <TextField
        label="Description"
        value={option.description}
        maxLength={300}
        placeholder="none"
        onChange={(value) => edit('description', (draft) => void (draft.description = value))}
      />
      {choice.kind === 'lettering' && <Face option={option} path={path} edit={edit} />}
      <LooksAndWeight option={option} path={path} edit={edit} />
      {stocked ? (
        <Text fontSize="sm" color="fg.muted">
          Its stock is that of its variants. A new title keeps them, their stock and what is in baskets: inside it stays
          “{option.key}”.
        </Text>
      ) : (
        <DrawsField
          label={name}
          name={`${product.title}, ${option.title}`}
          draws={option.draws}
          path={[...path, 'draws']}
          onChange={(draws) => edit('draws', (draft) => void (draft.draws = draws))}
        />
      )}
      {option.draws.length === 0 && (
        <Tick
          label="Made to order, not counted"
          checked={option.notCounted !== null}
          onChange={(on) => edit('not counted', (draft) => void (draft.notCounted = on ? 'madeToOrder' : null))}
        />
      )}
      {(stocked || option.draws.length > 0) && <WhenOut option={option} path={path} edit={edit} />}
      <PropertiesField
        properties={option.properties}
        onChange={(properties) => edit('properties', (draft) => void (draft.properties = properties))}
      />
      <ShownWhen shown={{ choice: choice.key, option: option.key }} name={name} />
      <GroupsField
        what="this option"
        groups={option.groups}
        fault={groupsFault}
        onChange={(groups) => edit('groups', (draft) => void (draft.groups = groups))}
      />
    </Stack>
  );
}

/** What it adds to the weight, what it cost before, and its picture. */
function LooksAndWeight({ option, path, edit }: Pick<Props, 'option' | 'path' | 'edit'>) {
  const { shop } = useEditing();
  const weightFault = useFaultAt(...path, 'weight', 'value');
  const wasPriceFault = useFaultAt(...path, 'wasPrice');
  return (
    <>
      <HStack gap="4" align="start" wrap="wrap">
        {option.amount && (
          <Box w="170px">
            <TextField
              label={`Was-amount (${shop.currency})`}
              value={option.wasPrice ?? ''}
              fault={wasPriceFault}
              placeholder="none"
              inputMode="decimal"
              help="Shown crossed out beside the amount."
              onChange={(value) => edit('wasPrice', (draft) => void (draft.wasPrice = orNull(value)))}
            />
          </Box>
        )}
        <WeightField
          label="Adds weight"
          unit="g"
          weight={option.weight}
          fault={weightFault}
          onChange={(weight) => edit('weight', (draft) => void (draft.weight = weight))}
        />
      </HStack>
      <HStack gap="5" wrap="wrap">
        <PictureField
          label="Picture"
          src={option.picture}
          onChange={(picture) => edit('picture', (draft, within) => showPicture(within, draft, picture))}
        />
        <Tick
          label="Choosing it changes the main picture"
          checked={option.changesPicture}
          onChange={(on) => edit('changesPicture', (draft) => void (draft.changesPicture = on))}
        />
        <Tick
          label="Larger on pointing"
          checked={option.enlarges}
          onChange={(on) => edit('enlarges', (draft) => void (draft.enlarges = on))}
        />
      </HStack>
    </>
  );
}

function Face({ option, path, edit }: Pick<Props, 'option' | 'path' | 'edit'>) {
  const fault = useFaultAt(...path, 'face');
  return (
    <HStack gap="4" align="end" wrap="wrap">
      <TypefaceField
        label="Typeface"
        value={option.face ?? ''}
        fault={fault}
        before={[{ value: '', label: 'none yet' }]}
        onChange={(face) => edit('face', (draft) => void (draft.face = orNull(face)))}
      />
      <FaceSample face={option.face} fontSize="2xl">
        {option.title || 'Abc'}
      </FaceSample>
    </HStack>
  );
}

/** What becomes of it once it is out of stock. */
function WhenOut({ option, path, edit }: Pick<Props, 'option' | 'path' | 'edit'>) {
  const leadFault = useFaultAt(...path, 'leadDays');
  return (
    <HStack gap="4" align="start">
      <Box w="300px">
        <SelectField
          label="When out of stock"
          value={option.whenOut}
          alternatives={WHEN_OUT}
          onChange={(value) =>
            edit(
              'whenOut',
              (draft) => void (draft.whenOut = WHEN_OUT.find((when) => when.value === value)?.value ?? 'unavailable'),
            )
          }
        />
      </Box>
      {option.whenOut === 'orderable' && (
        <Box w="140px">
          <WholeField
            label="Lead time (days)"
            value={option.leadDays}
            least={1}
            most={730}
            mayBeEmpty
            fault={leadFault}
            onChange={(value) => edit('leadDays', (draft) => void (draft.leadDays = value))}
          />
        </Box>
      )}
    </HStack>
  );
}
