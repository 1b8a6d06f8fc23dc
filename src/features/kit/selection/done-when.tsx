import { Text } from '@chakra-ui/react';
import { type ResolutionJson } from '@/core/exchange';
import { periodWords } from '@/core/words';

/** When what takes room will be done, where nobody chooses the day. */
export function DoneWhen({ bookings = [] }: { bookings: ResolutionJson['bookings'] }) {
  return bookings.map(
    ({ product, title, per, period, until, by }) =>
      by === null && (
        <Text key={product} fontSize="sm" mt="2">
          {bookings.length === 1 ? 'It' : title} is done {per === 'day' ? 'on' : 'in'} {periodWords(period, per)}
          {until === null ? '' : `, the last of it ${per === 'day' ? 'on' : 'in'} ${periodWords(until, per)}`}.
        </Text>
      ),
  );
}
