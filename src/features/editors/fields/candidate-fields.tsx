'use client';

import { Box, HStack, Link, Stack, Text, Wrap } from '@chakra-ui/react';
import { type ReactNode, useMemo } from 'react';
import { type Choice, hasOptions, isNote, type PartCandidate } from '@/core/catalog';
import { compile } from '@/core/compile';
import { type Path } from '@/core/problems';
import { faultWords } from '@/core/words';
import { AnsweredHere } from './answered-here';
import { isWrong, useEditing } from '@/features/editors/frame';
import { Tick } from '@/ui/tick';
import { SelectField } from '@/ui/field';
import { FaultLine } from '@/ui/fault-line';

interface Props {
  candidate: PartCandidate;
  /** where it stands in the definition */
  path: Path;
  name: string;
  edit: (tag: string, recipe: (draft: PartCandidate) => void) => void;
  /** what can be done with it beside others */
  children?: ReactNode;
}

/** The way to a product: its page, or where it is edited while it has none. */
export function WhereItIs({ slug }: { slug: string }) {
  const { surroundings } = useEditing();
  const draft = surroundings.drafts?.get(slug);
  const at = draft ? `/manage/products/${draft.id}` : `/shop/${slug}`;
  return (
    <Text fontSize="xs" color="fg.muted" mt="2">
      {draft ? 'Not in the shop yet, and published along: ' : 'Its page: '}
      <Link href={at} target={draft ? '_blank' : undefined}>
        {at}
      </Link>
    </Text>
  );
}

type Who = 'customer' | 'settled' | 'narrowed';

const WHO: Readonly<Record<Who, string>> = {
  customer: 'the customer chooses',
  settled: 'fixed here',
  narrowed: 'only some options',
};

/** A product that a part can be, and of each of its choices who answers it. */
export function CandidateFields({ candidate, path, name, edit, children }: Props) {
  const { surroundings, findings } = useEditing();
  const product = surroundings.products.get(candidate.product);
  const program = useMemo(() => product && compile(product, surroundings), [product, surroundings]);
  const faults = findings.filter(
    (fault) =>
      fault.path.length >= path.length &&
      path.every((step, place) => fault.path[place] === step) &&
      // Of itself that is said beside the way to it.
      !(fault.data.code === 'partNotInShop' && fault.data.product === product?.title),
  );
  const choices = program?.product.choices.filter((choice) => !isNote(choice)) ?? [];
  return (
    <Box borderLeftWidth="3px" borderColor="border" pl="4">
      <HStack justify="space-between" gap="3">
        <Text fontWeight="600">{product?.title ?? candidate.product}</Text>
        {children}
      </HStack>
      {faults.map((fault) => (
        <FaultLine key={`${fault.path.join('/')} ${fault.code}`} color={isWrong(fault) ? 'brick.fg' : 'fg.muted'}>
          {faultWords(fault.data)}
        </FaultLine>
      ))}
      {program && choices.length === 0 && (
        <Text fontSize="sm" color="fg.muted">
          {program.kit ? 'Nothing of its own is chosen; its parts are chosen on the page.' : 'Nothing of it is chosen.'}
        </Text>
      )}
      <Stack gap="3" mt={choices.length > 0 ? '2' : '0'}>
        {program &&
          choices.map((choice) => (
            <Box key={choice.key}>
              <HStack gap="3" wrap="wrap">
                <Text w="160px" fontSize="sm">
                  {choice.title}
                </Text>
                <SelectField
                  label={`Who answers ${choice.title}`}
                  hideLabel
                  small
                  width="200px"
                  value={whoAnswers(choice, candidate)}
                  alternatives={alternativesFor(choice)}
                  onChange={(who) => edit(`who ${choice.key}`, (draft) => setWho(draft, choice, who))}
                />
              </HStack>
              {Object.hasOwn(candidate.fixed, choice.key) && (
                <Box mt="2" ml={{ sm: '172px' }}>
                  <AnsweredHere
                    program={program}
                    choices={[choice]}
                    answers={withoutNull(candidate.fixed)}
                    name={`${name}-${choice.key}`}
                    showMissing={false}
                    onAnswer={(key, answer) =>
                      edit(
                        `answer ${key}`,
                        (draft) => void (draft.fixed = { ...draft.fixed, [key]: answerable(answer) }),
                      )
                    }
                  />
                </Box>
              )}
              {candidate.narrowed[choice.key] && hasOptions(choice) && (
                <Box mt="2" ml={{ sm: '172px' }}>
                  <Wrap gap="3">
                    {choice.options.map((option) => (
                      <Tick
                        key={option.key}
                        label={option.title}
                        checked={candidate.narrowed[choice.key]?.includes(option.key) ?? false}
                        onChange={(offered) =>
                          edit(`offer ${choice.key} ${option.key}`, (draft) => {
                            const kept = draft.narrowed[choice.key] ?? [];
                            draft.narrowed[choice.key] = choice.options
                              .map(({ key }) => key)
                              .filter((key) => (key === option.key ? offered : kept.includes(key)));
                          })
                        }
                      />
                    ))}
                  </Wrap>
                </Box>
              )}
            </Box>
          ))}
      </Stack>
      {product && <WhereItIs slug={product.slug} />}
    </Box>
  );
}

function whoAnswers({ key }: Choice, { fixed, narrowed }: PartCandidate): Who {
  if (Object.hasOwn(fixed, key)) return 'settled';
  return Object.hasOwn(narrowed, key) ? 'narrowed' : 'customer';
}

function alternativesFor(choice: Choice) {
  const kinds: readonly Who[] = hasOptions(choice) ? ['customer', 'settled', 'narrowed'] : ['customer', 'settled'];
  return kinds.map((value) => ({ value, label: WHO[value] }));
}

function setWho(draft: PartCandidate, choice: Choice, who: string): void {
  const { key } = choice;
  const { [key]: _fixed, ...fixed } = draft.fixed;
  const { [key]: _narrowed, ...narrowed } = draft.narrowed;
  // Settled begins as left out, which is told where an answer is needed; narrowed begins with everything.
  draft.fixed = who === 'settled' ? { ...fixed, [key]: null } : fixed;
  draft.narrowed =
    who === 'narrowed' && hasOptions(choice)
      ? { ...narrowed, [key]: choice.options.map((option) => option.key) }
      : narrowed;
}

/** An answer that a form gives, as a definition keeps it. */
function answerable(answer: unknown): PartCandidate['fixed'][string] {
  return answer === undefined ? null : (answer as PartCandidate['fixed'][string]);
}

/** What is settled as left out stands in the form as not answered yet. */
function withoutNull(fixed: PartCandidate['fixed']): PartCandidate['fixed'] {
  return Object.fromEntries(Object.entries(fixed).filter(([, answer]) => answer !== null));
}
