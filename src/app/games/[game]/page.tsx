import { Course } from '@/ui/course/Course';

export default async function Page({ params }: { params: Promise<{ game: string }> }) {
  return <Course gameId={(await params).game} />;
}
