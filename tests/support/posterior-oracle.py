"""Posteriors of twelve melts by an independent way: millions of melts drawn from what the charge lets expect, each
weighed by how likely it would show what was seen. Models are written out here from data/*.json, not taken from the
program. Run with NumPy from the top of the tree; prints posterior-oracle.json.
"""
import json
import numpy as np

SHED = json.load(open('data/shed-tests.json'))
FAMILIES = json.load(open('data/families.json'))
ELEMENTS = json.load(open('data/elements.json'))['elements']
DRAWS = 2_000_000
BEND = 0.02


def positive(x, bend):
    return (x + np.sqrt(x * x + 4 * bend * bend)) / 2


def density(w, base):
    mass = sum(w[s] for s in w if s in ELEMENTS)
    volume = sum(w[s] / ELEMENTS[s]['rhoS'] for s in w if s in ELEMENTS)
    shrunk = sum(w[s] * k for s, k in SHED['density']['contraction'].get(base, {}).items() if s in w)
    return mass / (volume - shrunk * w[base] / mass)


def resistivity(w, practice):
    group = next(g for g in SHED['resistivity']['groups'] if practice in g['practices'])
    rho = group['pure'] + sum(k * w[s] for s, k in group['slopes'].items() if s in w)
    if 'Zn' in w:
        rho = rho - group.get('zincBend', 0) * w['Zn'] ** 2
    if 'iron' in group and 'Fe' in w:
        most = group['iron']['dissolvesPct']
        rho = rho + group['iron']['slope'] * most * np.tanh(w['Fe'] / most)
    return rho, group['spreadPct'] / 100


def liquidus(w, base):
    model = FAMILIES['metals'][base]['liquidus']
    lowered = sum(k * w[s] for s, k in model['slopes'].items() if s in w)
    if model['model'] == 'copper':
        tin = np.array(model['tin'])
        return np.interp(w['Sn'], tin[:, 0], tin[:, 1]) - lowered if 'Sn' in w else model['pureC'] - lowered
    e = model['eutectic']
    beyond = e['celsius'] + e['slopeBeyond'] * np.maximum(0, w.get('Si', 0) - e['siliconPct'])
    return np.maximum(model['pureC'] - lowered, beyond)


def hardness(w, practice):
    model = next(m for m in SHED['hardness'] if practice in m['practices'])
    points = np.array(model['points'])
    return np.interp(w[model['element']], points[:, 0], points[:, 1]), model['spreadPct'] / 100


def colour(w):
    return sum(k * w[s] for s, k in SHED['colour']['weights'].items() if s in w)


def solve(case, seed):
    rng = np.random.default_rng(seed)
    elements, base, practice = case['elements'], case['base'], case['practice']
    mean, cov = np.array(case['meanG']), np.array(case['covariance'])
    about = {s: np.array(100 * g / mean.sum()) for s, g in zip(elements, mean)}
    grams = rng.multivariate_normal(mean, cov, size=DRAWS, method='cholesky')
    grams = positive(grams, BEND * np.sqrt(np.diag(cov)))
    total = grams.sum(axis=1)
    w = {s: 100 * grams[:, i] / total for i, s in enumerate(elements)}
    probe = 8 * rng.standard_normal(DRAWS)
    log = np.zeros(DRAWS)
    for o in case['observations']:
        kind = o['is']
        if kind == 'mass':
            off, sd = o['massG'] - total, o['sdG']
        elif kind == 'density':
            most = SHED['density']['poresPct']
            pores = positive(most * rng.standard_normal(DRAWS), BEND * most)
            sd = np.hypot(o['sd'], SHED['density']['spreadPct'][base] / 100 * density(about, base))
            off = o['gcm3'] - density(w, base) * (1 - pores / 100)
        elif kind == 'liquidus':
            off, sd = o['celsius'] - liquidus(w, base) - probe, np.hypot(o['sd'], case['liquidusSpreadC'] / np.sqrt(3))
        elif kind == 'probe':
            off, sd = o['offC'] - probe, o['sd']
        elif kind == 'resistivity':
            there, share = resistivity(about, practice)
            off, sd = o['microOhmCm'] - resistivity(w, practice)[0], np.hypot(o['sd'], share * there)
        elif kind == 'hardness':
            there, share = hardness(about, practice)
            off, sd = o['brinell'] - hardness(w, practice)[0], np.hypot(o['sd'], share * there)
        elif kind == 'colour':
            low, high = SHED['colour']['hues'][o['hue']]
            off = (low + high) / 2 - colour(w)
            sd = np.hypot((high - low) / np.sqrt(12), SHED['colour']['spread'])
        elif kind == 'reading':
            off, sd = o['pct'] - w[o['element']], o['sd']
        elif kind == 'below':
            off, sd = np.minimum(0, o['pct'] - w[o['element']]), max(1e-4, 0.25 * o['pct'])
        log -= 0.5 * (off / sd) ** 2
    weight = np.exp(log - log.max())
    weight /= weight.sum()
    counting = 1 / (weight**2).sum()
    result = {}
    for s in elements:
        m = (weight * w[s]).sum()
        sd = np.sqrt((weight * (w[s] - m) ** 2).sum())
        result[s] = {'pct': round(float(m), 5), 'sd': round(float(sd), 5)}
    return result, round(float(counting))


def bronze(spread, zinc=20.0):
    """Copper, tin, zinc and lead as lots of a shed bring them, 1000 g."""
    mean = [880 - zinc - 10, 100.0, zinc + 10, 20.0]
    causes = [[-6, 6, 0, 0], [-4, 0, 4, 0], [-5, 0, 0, 5], [3, 0.3, 0.1, 0.1], [0, 0, 3, 0]]
    return mean, causes, spread


def case(name, practice, base, elements, mean, causes, spread, observations, liquidus_spread=20):
    c = spread * np.array(causes)
    cov = c.T @ c + np.diag(np.full(len(mean), 1e-4))
    return {
        'name': name, 'practice': practice, 'base': base, 'elements': elements, 'meanG': mean,
        'covariance': cov.round(9).tolist(), 'liquidusSpreadC': liquidus_spread, 'observations': observations,
    }


def seen(id, **what):
    return {'id': id, **what}


def cases():
    e = ['Cu', 'Sn', 'Zn', 'Pb']
    m, c, s = bronze(1.0)
    rho = seen('rho', **{'is': 'density', 'gcm3': 8.62, 'sd': 0.02})
    tl = seen('tl', **{'is': 'liquidus', 'celsius': 1004, 'sd': 2})
    probe = seen('probe', **{'is': 'probe', 'offC': 6, 'sd': 1.5})
    res = seen('res', **{'is': 'resistivity', 'microOhmCm': 17.5, 'sd': 0.3})
    hb = seen('hb', **{'is': 'hardness', 'brinell': 78, 'sd': 3})
    hue = seen('hue', **{'is': 'colour', 'hue': 'yellow'})
    mass = seen('mass', **{'is': 'mass', 'massG': 992, 'sdG': 3})
    yield case('the charge alone', 'tin-bronze', 'Cu', e, m, c, s, [])
    yield case('its weight', 'tin-bronze', 'Cu', e, m, c, s, [mass])
    yield case('density', 'tin-bronze', 'Cu', e, m, c, 2.0, [rho], 40)
    yield case('cooling curve, probe unchecked', 'tin-bronze', 'Cu', e, m, c, 3.0, [tl], 40)
    yield case('cooling curve, probe checked', 'tin-bronze', 'Cu', e, m, c, 3.0, [tl, probe], 40)
    yield case('all of a shed', 'tin-bronze', 'Cu', e, m, c, 2.0, [rho, tl, probe, res, hb, hue, mass], 40)
    yield case('a reading of one element', 'tin-bronze', 'Cu', e, m, c, s,
               [seen('sn', **{'is': 'reading', 'element': 'Sn', 'pct': 10.6, 'sd': 0.3})])
    yield case('not seen', 'tin-bronze', 'Cu', e, [880, 100, 20, 4], [[-6, 6, 0, 0], [-4, 0, 4, 0], [-8, 0, 0, 8]], 1.0,
               [seen('pb', **{'is': 'below', 'element': 'Pb', 'pct': 0.3})])
    brass = [[-14, 14, 0, 0], [-3, 0, 3, 0], [-2, 0, 0, 2], [0, 12, 0, 0]]
    yield case('a brass that lost zinc', 'wrought-brass', 'Cu', ['Cu', 'Zn', 'Pb', 'Fe'], [640, 320, 20, 3], brass, 1.0,
               [seen('mass', **{'is': 'mass', 'massG': 962, 'sdG': 3}),
                seen('res', **{'is': 'resistivity', 'microOhmCm': 6.4, 'sd': 0.1}),
                seen('rho', **{'is': 'density', 'gcm3': 8.45, 'sd': 0.02})])
    al = ['Al', 'Si', 'Cu', 'Mg', 'Fe']
    casting = [[-8, 8, 0, 0, 0], [-6, 0, 6, 0, 0], [-1, 0, 0, 1, 0], [-2, 0, 0, 0, 2], [4, 0.3, 0.1, 0, 0]]
    yield case('cast aluminium, curve', 'aluminium-casting', 'Al', al, [910, 70, 12, 3.5, 5], casting, 1.0,
               [seen('tl', **{'is': 'liquidus', 'celsius': 606, 'sd': 2}), seen('p', **{'is': 'probe', 'offC': -3, 'sd': 3})], 7)
    yield case('cast aluminium, resistance and density', 'aluminium-casting', 'Al', al, [910, 70, 12, 3.5, 5], casting,
               1.5, [seen('res', **{'is': 'resistivity', 'microOhmCm': 5.2, 'sd': 0.1}),
                     seen('rho', **{'is': 'density', 'gcm3': 2.66, 'sd': 0.01})], 7)
    yield case('two specimens, one full of pores', 'tin-bronze', 'Cu', e, m, c, 2.0,
               [rho, seen('rho2', **{'is': 'density', 'gcm3': 8.3, 'sd': 0.02})], 40)


if __name__ == '__main__':
    out = []
    for at, one in enumerate(cases()):
        shares, counting = solve(one, 7 + at)
        out.append({**one, 'shares': shares, 'counting': counting})
    print(json.dumps({'drawn': DRAWS, 'numpy': np.__version__, 'cases': out}, indent=1))
