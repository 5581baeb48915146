import { readFileSync } from 'node:fs'
import { redisServer } from '../support/redis-server'
import { anotherBrowser, deskBegins, invitationFrom, joins, lotOf, note, ownServer } from './group-support'
import { expect, test } from './support'

/* Two instances of the server on one Redis: devices meet across them, and either answers a charge. */

const PORT = 4380

test('desk and phone at two instances have one yard; a charge is the same at both @long', async ({
  page,
  browser,
  request,
}) => {
  const redis = await redisServer()
  const env = { HEPHAESTAL_REDIS: redis.url }
  const [one, other] = [ownServer(PORT, env), ownServer(PORT + 1, env)]
  try {
    await one.start()
    await other.start()
    await deskBegins(page, one.url)
    const link = await invitationFrom(page)
    const phone = await anotherBrowser(browser, link.replace(one.url, other.url))
    await joins(phone)
    await phone.waitForURL('**/')
    await note(page, 'Tin bar', 'Said at the desk')
    await expect.poll(() => lotOf(phone, 'Tin bar')).toMatchObject({ note: 'Said at the desk' })
    await note(phone, 'Pewter scraps', 'Said at the phone')
    await expect.poll(() => lotOf(page, 'Pewter scraps')).toMatchObject({ note: 'Said at the phone' })
    await expect(page.getByTestId('group-mark')).toContainText('2 online')

    const problem: unknown = JSON.parse(readFileSync('examples/gunmetal.json', 'utf8'))
    const plans = []
    for (const { url } of [one, other]) {
      const answer = await request.post(`${url}/api/charge`, { data: problem })
      expect(answer.ok()).toBe(true)
      plans.push(await answer.json())
    }
    expect(plans[0]).toEqual(plans[1])
    await phone.context().close()
  } finally {
    for (const server of [one, other]) await server.kill()
    await redis.end()
  }
})
