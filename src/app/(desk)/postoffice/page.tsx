import { notFound } from 'next/navigation';
import { PostOfficeView } from '#ui/postoffice/PostOfficeView';
import { hasPostOffice } from '#usecases/lookIntoPostOffice';

export default async function PostOfficePage({
  searchParams,
}: {
  searchParams: Promise<{ mailbox?: string }>;
}) {
  if (!hasPostOffice()) notFound();
  return <PostOfficeView address={(await searchParams).mailbox} />;
}
