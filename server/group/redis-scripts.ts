/*
 * What must happen as one step in Redis. Numbering, keeping and telling are one script, so that news come in the order
 * of the numbers on every instance. Keys of one group share a hash tag, and lie on one node of a cluster.
 */

/**
 * Keeps a parcel if the log still ends where its sender believes, and tells the group.
 * KEYS log, parcels, sizes. ARGV new id, expected last, expected link, number, link, parcel, size, most, channel, news.
 * @returns {number, count, bytes, first number's size}; {-1} where there is no room; {-2, last, link} where the log has
 * moved on
 */
export const ADD = `
local last = tonumber(redis.call('HGET', KEYS[1], 'last') or '0')
local link = redis.call('HGET', KEYS[1], 'link') or ''
if last ~= tonumber(ARGV[2]) or link ~= ARGV[3] then return {-2, last, link} end
local bytes = tonumber(redis.call('HGET', KEYS[1], 'bytes') or '0')
if bytes + tonumber(ARGV[7]) > tonumber(ARGV[8]) then return {-1} end
redis.call('HSETNX', KEYS[1], 'id', ARGV[1])
redis.call('HSET', KEYS[2], ARGV[4], ARGV[6])
redis.call('HSET', KEYS[3], ARGV[4], ARGV[7])
if redis.call('HEXISTS', KEYS[1], 'first') == 0 then redis.call('HSET', KEYS[1], 'first', ARGV[4]) end
redis.call('HSET', KEYS[1], 'last', ARGV[4], 'link', ARGV[5])
bytes = redis.call('HINCRBY', KEYS[1], 'bytes', ARGV[7])
redis.call('PUBLISH', ARGV[9], ARGV[10])
local first = redis.call('HGET', KEYS[1], 'first')
return {tonumber(ARGV[4]), redis.call('HLEN', KEYS[3]), bytes, tonumber(redis.call('HGET', KEYS[3], first) or '0')}`

/**
 * Puts one parcel in place of all up to a number.
 * KEYS log, parcels, sizes. ARGV number it takes, that parcel's size before, parcel, size, most.
 * @returns 1; 0 where the log has moved on or there is no room
 */
export const REPLACE = `
if redis.call('HGET', KEYS[3], ARGV[1]) ~= ARGV[2] then return 0 end
local gone = {}
local without = tonumber(redis.call('HGET', KEYS[1], 'bytes') or '0')
for _, number in ipairs(redis.call('HKEYS', KEYS[3])) do
  if tonumber(number) <= tonumber(ARGV[1]) then
    without = without - tonumber(redis.call('HGET', KEYS[3], number))
    gone[#gone + 1] = number
  end
end
if without + tonumber(ARGV[4]) > tonumber(ARGV[5]) then return 0 end
for _, number in ipairs(gone) do
  redis.call('HDEL', KEYS[2], number)
  redis.call('HDEL', KEYS[3], number)
end
redis.call('HSET', KEYS[2], ARGV[1], ARGV[3])
redis.call('HSET', KEYS[3], ARGV[1], ARGV[4])
redis.call('HSET', KEYS[1], 'bytes', without + tonumber(ARGV[4]), 'first', ARGV[1])
return 1`

/**
 * Sets a parcel aside, where one is named, and gives the log a new name.
 * KEYS log, parcels, sizes, bad. ARGV new id, number or 0.
 */
export const MEND = `
local size = redis.call('HGET', KEYS[3], ARGV[2])
if size then
  local parcel = redis.call('HGET', KEYS[2], ARGV[2])
  if parcel then redis.call('HSET', KEYS[4], ARGV[2], parcel) end
  redis.call('HDEL', KEYS[2], ARGV[2])
  redis.call('HDEL', KEYS[3], ARGV[2])
  redis.call('HINCRBY', KEYS[1], 'bytes', -tonumber(size))
  redis.call('HDEL', KEYS[1], 'first')
  local least = nil
  for _, number in ipairs(redis.call('HKEYS', KEYS[3])) do
    if least == nil or tonumber(number) < least then least = tonumber(number) end
  end
  if least then redis.call('HSET', KEYS[1], 'first', least) end
end
redis.call('HSET', KEYS[1], 'id', ARGV[1])
return 1`

/** Changes a record if it is still what was read. KEYS record. ARGV what was read ('' for none), the new one. */
export const CHANGE = `
local now = redis.call('GET', KEYS[1]) or ''
if now ~= ARGV[1] then return 0 end
redis.call('SET', KEYS[1], ARGV[2])
return 1`

/** Notes that sessions are here for some more seconds. KEYS here. ARGV seconds, sessions. */
export const ARRIVE = `
local now = tonumber(redis.call('TIME')[1])
for at = 2, #ARGV do redis.call('ZADD', KEYS[1], now + tonumber(ARGV[1]), ARGV[at]) end
redis.call('EXPIRE', KEYS[1], 10 * tonumber(ARGV[1]))
return 1`

/** Sessions that are here. KEYS here. */
export const HERE = `
local now = tonumber(redis.call('TIME')[1])
redis.call('ZREMRANGEBYSCORE', KEYS[1], '-inf', '(' .. now)
return redis.call('ZRANGE', KEYS[1], 0, -1)`

/**
 * Adds an invitation; the oldest of too many goes. KEYS invitations. ARGV hash, by, seconds, most.
 */
export const INVITE = `
local now = tonumber(redis.call('TIME')[1])
redis.call('ZADD', KEYS[1], now + tonumber(ARGV[3]), ARGV[1] .. '|' .. ARGV[2])
redis.call('ZREMRANGEBYSCORE', KEYS[1], '-inf', '(' .. now)
redis.call('ZREMRANGEBYRANK', KEYS[1], 0, -1 - tonumber(ARGV[4]))
redis.call('EXPIRE', KEYS[1], ARGV[3])
return 1`

/**
 * Takes an invitation (ARGV 'hash', its hash) or cancels those of a device (ARGV 'by', device). KEYS invitations.
 * @returns how many there were
 */
export const UNINVITE = `
local now = tonumber(redis.call('TIME')[1])
redis.call('ZREMRANGEBYSCORE', KEYS[1], '-inf', '(' .. now)
local taken = 0
for _, one in ipairs(redis.call('ZRANGE', KEYS[1], 0, -1)) do
  local at = string.find(one, '|', 1, true)
  local part = string.sub(one, 1, at - 1)
  if ARGV[1] == 'by' then part = string.sub(one, at + 1) end
  if part == ARGV[2] then
    redis.call('ZREM', KEYS[1], one)
    taken = taken + 1
  end
end
return taken`
