/** Whether this server runs at all, whatever is with its database. */
export const GET = () => Response.json({ status: 'ok' });
