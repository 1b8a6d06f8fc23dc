import { Text, type TextProps } from '@chakra-ui/react';

/** What is wrong with what stands above it; nothing where nothing is. */
export function FaultLine({ children, ...rest }: TextProps & { children: string | undefined }) {
  return children ? (
    <Text fontSize="sm" color="brick.fg" {...rest}>
      {children}
    </Text>
  ) : null;
}
