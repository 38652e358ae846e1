import { toldByCode } from '../../../../server/links';

/** What a second phone is told now. */
export async function GET(_request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  const told = await toldByCode((await params).token);
  return Response.json(told ?? { problem: 'This code is not open.' }, {
    status: told ? 200 : 404,
    headers: { 'Cache-Control': 'no-store' },
  });
}
