'use client';

import { Box, Container, Text } from '@chakra-ui/react';
import { type ShopProductView } from '@/services/selling/shop';
import { ProductPageSoon } from './product-page-soon';

/** What is being edited, as the page that customers will see: everything can be chosen, and nothing bought. */
export function DraftPage(view: ShopProductView) {
  return (
    <Box minH="100vh" bg="bg">
      <Text bg="copper.subtle" color="copper.fg" fontSize="sm" px="4" py="1.5" role="note">
        A draft, as customers will see it. Nothing can be bought here.
      </Text>
      <Container as="main" maxW="1180px" px={{ base: '4', md: '7' }} py={{ base: '5', md: '8' }}>
        <ProductPageSoon {...view} isDraft />
      </Container>
    </Box>
  );
}
