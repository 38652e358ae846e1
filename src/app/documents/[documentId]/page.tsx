import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import * as z from 'zod';
import { findDocument } from '../../../server/documents';
import { DocumentView } from '../../../features/certificates/document-view';
import { KeepPage } from '../../../client/keep-page';
import { checkOwn } from '../../../server/verification';
import { takesNotices } from '../../../server/notices';
import { daysFrom } from '../../../server/today';
import { requireAsker } from '../../../server/who';

export const metadata: Metadata = { title: 'Document' };

export default async function DocumentPage({ params }: { params: Promise<{ documentId: string }> }) {
  const asker = await requireAsker();
  const documentId = z.uuid().safeParse((await params).documentId);
  const document = documentId.success ? await findDocument(asker, documentId.data) : null;
  const checked = documentId.success ? await checkOwn(asker, documentId.data) : null;
  if (!document || !checked) notFound();
  return (
    <>
      <KeepPage path={`/documents/${documentId.data}`} />
      <DocumentView
        document={document}
        intact={checked.intact}
        verifyPath={`/verify/${document.verificationToken}`}
        today={daysFrom(0)}
        hasDesk={takesNotices()}
      />
    </>
  );
}
