'use client';

import { Box, Heading, HStack, Text } from '@chakra-ui/react';
import { AskedList, OrderLines, OrderStateSlip, OrderSums } from '@/features/kit/orders';
import { type CustomerOrder } from '@/services/selling/orders';
import { Money } from '@/ui/text';
import { When } from '@/ui/when';

/** The customer's order: everything they chose, and the working. */
export function OrderPage({ order }: { order: CustomerOrder }) {
  return (
    <>
      <HStack gap="3" mb="1">
        <Heading as="h1" size="3xl">
          {order.state === 'paid' && order.customerName !== ''
            ? `Thank you, ${order.customerName}`
            : `Order ${order.number}`}
        </Heading>
      </HStack>
      <HStack gap="3" mb="6" color="fg.muted" wrap="wrap">
        <Text>
          Order {order.number}, placed <When at={order.placedAt} />
          {order.customerEmail !== '' && ` for ${order.customerEmail}`}. Keep this page’s address to come back to it.
        </Text>
        <OrderStateSlip state={order.state} />
      </HStack>
      {order.asked.length > 0 && (
        <Box mb="6" mt="-3">
          <AskedList asked={order.asked} />
        </Box>
      )}
      <OrderLines lines={order.lines} />
      <Box mt="5" ms="auto" maxW="360px" textAlign="end">
        <OrderSums sums={order.sums} currency={order.currency} />
        <Text fontSize="2xl" fontWeight="700">
          Total <Money amount={order.total} currency={order.currency} />
        </Text>
      </Box>
    </>
  );
}
