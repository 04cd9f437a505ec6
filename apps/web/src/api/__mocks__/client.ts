// The client with a server that stands in: `jest.mock('…/api/client')`.
import { call } from '../../testing/server';

module.exports = { ...jest.requireActual<typeof import('../client')>('../client'), call };
