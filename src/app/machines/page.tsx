import { Machines } from '@/ui/machines/Machines';

export default function Page() {
  return <Machines />;
}
