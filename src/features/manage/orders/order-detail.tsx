'use client';

import { Box, Heading, HStack, Image, Stack, Table, Text } from '@chakra-ui/react';
import { PageLink } from '@/ui/page-link';
import { quantityWords } from '@/core/words';
import { DetailList } from '@/features/kit/shared';
import { CutPlanView } from '@/features/kit/selection';
import { type SheetsOfOrder } from '@/services/drawing';
import { type ManagedOrder, type OrderView } from '@/services/selling/orders';
import { Page } from '@/ui/page';
import { Money, PageHead, Sku } from '@/ui/text';
import { When } from '@/ui/when';
import { OrderCuts } from './order-cuts';
import { OrderEarned } from './order-earned';
import { OrderSheets } from './order-sheets';
import { PersonalData } from './personal-data';
import { AskedList, OrderLines, OrderStateSlip, OrderSums } from '@/features/kit/orders';

/** Who an order is of that no longer says so. */
const ANONYMOUS = 'A customer who is no longer known';

const OUTCOMES = { approved: 'approved', declined: 'declined', timedOut: 'no answer in time' } as const;

/** One order for whoever runs the shop: lines, working, draws, payment. */
export function OrderDetail({ order, sheets }: { order: ManagedOrder; sheets: readonly SheetsOfOrder[] }) {
  return (
    <Page>
      <PageHead
        title={`Order ${order.number}`}
        lead={order.anonymousAt === null ? `${order.customerName}, ${order.customerEmail}` : ANONYMOUS}
      >
        <OrderStateSlip state={order.state} />
        <Text fontSize="xl" fontWeight="700">
          <Money amount={order.total} currency={order.currency} />
        </Text>
      </PageHead>
      <Text color="fg.muted" mb="4">
        Placed <When at={order.placedAt} />
      </Text>
      {order.asked.length > 0 && (
        <Box mb="5" role="group" aria-label="Answered at checkout">
          <AskedList asked={order.asked} />
        </Box>
      )}
      <OrderLines
        lines={order.lines}
        ofPart={(part) =>
          'draws' in part.resolution && (
            <Text color="fg.muted">
              {part.resolution.draws.map(({ title, total }) => `${quantityWords(total)} ${title}`).join(', ')}
            </Text>
          )
        }
      >
        {(line) => (
          <Box mt="3" fontSize="sm">
            {line.forWorkshop.length > 0 && (
              <Box mb="3">
                <Text color="fg.muted">Workshop only</Text>
                <DetailList
                  formatted
                  details={line.forWorkshop.map(({ of, label, value }) => ({
                    label: [...of, ...(label === '' ? [] : [label])].join(' · '),
                    value,
                  }))}
                />
              </Box>
            )}
            <Text color="fg.muted">Draws from stock</Text>
            {line.resolution.draws.map((draw) => (
              <HStack key={draw.stock} justify="space-between" maxW="360px">
                <PageLink href={`/manage/stock/${draw.stock}`} style={{ textDecoration: 'underline', paddingBlock: 3 }}>
                  {draw.title}
                </PageLink>
                <span>{quantityWords(draw.total)}</span>
              </HStack>
            ))}
            {/* Orders of earlier days were kept without plans. */}
            {(line.resolution.availability.cutPlans ?? []).map((plan) => (
              <CutPlanView key={plan.stock} plan={plan} />
            ))}
            <LineViews views={line.views} />
            {line.files.length > 0 && (
              <Text color="fg.muted" mt="2">
                Files that came with it
              </Text>
            )}
            {line.files.map(({ token, name }) => (
              <a
                key={token}
                href={`/api/manage/uploads/${token}`}
                download={name}
                style={{ textDecoration: 'underline', display: 'block', paddingBlock: 3 }}
              >
                {name}
              </a>
            ))}
          </Box>
        )}
      </OrderLines>
      {order.sums && (
        <Box mt="5" maxW="360px">
          <OrderSums sums={order.sums} currency={order.currency} />
        </Box>
      )}
      <OrderEarned order={order} />
      <OrderCuts order={order} />
      <OrderSheets number={order.number} sheets={sheets} />
      <Payments order={order} />
      <PersonalData order={order} />
    </Page>
  );
}

/** What the line looked like when it was sold, and the drawings that it is made from. */
function LineViews({ views }: Pick<OrderView['lines'][number], 'views'>) {
  if (views.length === 0) return null;
  return (
    <Box mt="2" role="group" aria-label="Drawings">
      <Text color="fg.muted">Drawings, as it was sold</Text>
      {views.map(({ hash, title, isTrue }) => (
        <HStack key={hash} gap="3" py="1" wrap="wrap">
          <Image src={`/pictures/drawn/${hash}`} alt="" w="64px" h="48px" objectFit="contain" bg="bg.muted" />
          {(['pdf', 'svg'] as const).map((as) => (
            <a
              key={as}
              href={`/api/manage/drawn/${hash}?as=${as}`}
              download={`${title}.${as}`}
              style={{ textDecoration: 'underline', paddingBlock: 3 }}
            >
              {`${title} as ${as.toUpperCase()}${isTrue ? ', true to scale' : ''}`}
            </a>
          ))}
        </HStack>
      ))}
    </Box>
  );
}

function Payments({ order }: { order: OrderView }) {
  return (
    <Stack mt="6" gap="2">
      <Heading as="h2" size="lg">
        Payment
      </Heading>
      {order.payments.length === 0 ? (
        <Text color="fg.muted">No answer of the payment service yet.</Text>
      ) : (
        <Table.Root size="sm" maxW="640px" bg="bg.panel">
          <Table.Body>
            {order.payments.map((payment) => (
              <Table.Row key={payment.at}>
                <Table.Cell>
                  <When at={payment.at} />
                </Table.Cell>
                <Table.Cell>{OUTCOMES[payment.outcome]}</Table.Cell>
                <Table.Cell>
                  <Sku>{payment.reference}</Sku>
                </Table.Cell>
                <Table.Cell textAlign="end">
                  <Money amount={payment.amount} currency={order.currency} />
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      )}
    </Stack>
  );
}
