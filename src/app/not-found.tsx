import { Frame } from '@/ui/frame/Frame';
import { Empty } from '@/ui/frame/States';

export default function NotFound() {
  return (
    <Frame trail={[{ label: 'Shelf', href: '/' }]}>
      <Empty title="There is nothing at this address">The shelf has all games and their levels.</Empty>
    </Frame>
  );
}
