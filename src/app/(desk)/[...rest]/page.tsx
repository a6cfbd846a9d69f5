import { notFound } from 'next/navigation';

/** Any address without a view: said within the shell, so that the way on is there. */
export default function NoSuchPage(): never {
  notFound();
}
