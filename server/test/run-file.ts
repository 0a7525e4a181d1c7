import request from 'supertest';
import type { TestApp } from './app.ts';

/** Makes an output of a job on a server and returns its file. */
export async function runFile(app: TestApp, job: string, asked: object): Promise<Buffer> {
  const http = () => request(app.app.getHttpServer());
  const { body } = await http().post(`/api/jobs/${job}/runs`).send(asked).expect(201);
  for (let tries = 0; ; tries++) {
    const { body: run } = await http().get(`/api/runs/${body.id}`).expect(200);
    if (run.state === 'done') break;
    if (run.state === 'failed' || tries > 600) throw new Error(`The run ended as ${run.state}: ${run.message}`);
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  const { body: file } = await http()
    .get(`/api/runs/${body.id}/file`)
    .buffer(true)
    .parse((response, done) => {
      const pieces: Buffer[] = [];
      response.on('data', (piece: Buffer) => pieces.push(piece));
      response.on('end', () => done(null, Buffer.concat(pieces)));
    });
  return file as Buffer;
}
