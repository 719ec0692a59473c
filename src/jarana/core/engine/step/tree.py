"""One step's equations solved over the tree of links: from the leaves to the root, and back.

Node i with its link of direction t to its parent p, coupling O with it and h with its grandparent g obeys
``M v_i + O v_p + h v_g + t T = r_i`` and ``t·(v_i - v_p) = rate``. Eliminating v_i and T leaves the same form for the
parent; docs/physics.md derives it.
"""

from __future__ import annotations

from jarana.core.engine.columns import LENGTH
from jarana.core.engine.compiled import loop


@loop
def eliminate(first, dt, rate, bends, line, now, sums):
    """Fold the tree from its leaves to its top; `sums` keeps what the way down needs.

    `rate` is how fast the first link grows, m/s: negative where line is taken in.
    """
    parent, links, _, _ = line
    place, _, tension = now
    matrix, right, coupling, grand, inverse, along, turning, drags, _, _, _ = sums
    for i in range(len(parent) - 1, first - 1, -1):
        p = parent[i]
        length = links[i, LENGTH]
        tx = (place[i, 0] - place[p, 0]) / length
        ty = (place[i, 1] - place[p, 1]) / length
        tz = (place[i, 2] - place[p, 2]) / length
        kappa = dt * max(tension[i], 0.0) / length
        c_xx, c_xy, c_xz, c_yy, c_yz, c_zz = (
            drags[i, 0],
            drags[i, 1],
            drags[i, 2],
            drags[i, 3],
            drags[i, 4],
            drags[i, 5],
        )
        m_xx = matrix[i, 0] + c_xx + kappa * (1.0 - tx * tx)
        m_xy = matrix[i, 1] + c_xy - kappa * tx * ty
        m_xz = matrix[i, 2] + c_xz - kappa * tx * tz
        m_yy = matrix[i, 3] + c_yy + kappa * (1.0 - ty * ty)
        m_yz = matrix[i, 4] + c_yz - kappa * ty * tz
        m_zz = matrix[i, 5] + c_zz + kappa * (1.0 - tz * tz)
        k_xx = m_yy * m_zz - m_yz * m_yz
        k_xy = m_xz * m_yz - m_xy * m_zz
        k_xz = m_xy * m_yz - m_xz * m_yy
        k_yy = m_xx * m_zz - m_xz * m_xz
        k_yz = m_xy * m_xz - m_xx * m_yz
        k_zz = m_xx * m_yy - m_xy * m_xy
        # The determinant and t·Kt come side by side: a node waits for the one below it, and a quotient is slow.
        ex = k_xx * tx + k_xy * ty + k_xz * tz
        ey = k_xy * tx + k_yy * ty + k_yz * tz
        ez = k_xz * tx + k_yz * ty + k_zz * tz
        whole = m_xx * k_xx + m_xy * k_xy + m_xz * k_xz
        part = tx * ex + ty * ey + tz * ez
        over, each = 1.0 / whole, whole / part
        b_xx, b_xy, b_xz, b_yy, b_yz, b_zz = (
            k_xx * over,
            k_xy * over,
            k_xz * over,
            k_yy * over,
            k_yz * over,
            k_zz * over,
        )
        qx, qy, qz, d = ex * over, ey * over, ez * over, part * over
        rx, ry, rz = right[i, 0] + drags[i, 6], right[i, 1] + drags[i, 7], right[i, 2] + drags[i, 8]
        right[i, 0], right[i, 1], right[i, 2] = rx, ry, rz
        sx = b_xx * rx + b_xy * ry + b_xz * rz
        sy = b_xy * rx + b_yy * ry + b_yz * rz
        sz = b_xz * rx + b_yz * ry + b_zz * rz
        grows = rate if i == first else 0.0
        t0 = (tx * sx + ty * sy + tz * sz - grows) * each
        vx, vy, vz = sx - t0 * qx, sy - t0 * qy, sz - t0 * qz
        inverse[i, 0], inverse[i, 1], inverse[i, 2] = b_xx, b_xy, b_xz
        inverse[i, 3], inverse[i, 4], inverse[i, 5] = b_yy, b_yz, b_zz
        along[i, 0], along[i, 1], along[i, 2], along[i, 3] = qx, qy, qz, each
        along[i, 4], along[i, 5], along[i, 6] = tx, ty, tz
        turning[i] = kappa
        matrix[p, 0] += c_xx
        matrix[p, 1] += c_xy
        matrix[p, 2] += c_xz
        matrix[p, 3] += c_yy
        matrix[p, 4] += c_yz
        matrix[p, 5] += c_zz
        right[p, 0] += drags[i, 9]
        right[p, 1] += drags[i, 10]
        right[p, 2] += drags[i, 11]
        if not (bends and (coupling[i, 0, 0] != 0.0 or grand[i] != 0.0)):
            # O = -kappa P, and everything closes.
            cx = tx - kappa * (qx - d * tx)
            cy = ty - kappa * (qy - d * ty)
            cz = tz - kappa * (qz - d * tz)
            square = kappa * kappa
            matrix[p, 0] += cx * cx * each + kappa * (1.0 - tx * tx) - square * (b_xx - 2.0 * qx * tx + d * tx * tx)
            matrix[p, 1] += cx * cy * each - kappa * tx * ty - square * (b_xy - qx * ty - tx * qy + d * tx * ty)
            matrix[p, 2] += cx * cz * each - kappa * tx * tz - square * (b_xz - qx * tz - tx * qz + d * tx * tz)
            matrix[p, 3] += cy * cy * each + kappa * (1.0 - ty * ty) - square * (b_yy - 2.0 * qy * ty + d * ty * ty)
            matrix[p, 4] += cy * cz * each - kappa * ty * tz - square * (b_yz - qy * tz - ty * qz + d * ty * tz)
            matrix[p, 5] += cz * cz * each + kappa * (1.0 - tz * tz) - square * (b_zz - 2.0 * qz * tz + d * tz * tz)
            turn = tx * vx + ty * vy + tz * vz
            right[p, 0] += t0 * tx + kappa * (vx - turn * tx)
            right[p, 1] += t0 * ty + kappa * (vy - turn * ty)
            right[p, 2] += t0 * tz + kappa * (vz - turn * tz)
            continue
        o = coupling[i]
        o[0, 0] -= kappa * (1.0 - tx * tx)
        o[0, 1] += kappa * tx * ty
        o[0, 2] += kappa * tx * tz
        o[1, 0] += kappa * tx * ty
        o[1, 1] -= kappa * (1.0 - ty * ty)
        o[1, 2] += kappa * ty * tz
        o[2, 0] += kappa * tx * tz
        o[2, 1] += kappa * ty * tz
        o[2, 2] -= kappa * (1.0 - tz * tz)
        cx = tx + o[0, 0] * qx + o[1, 0] * qy + o[2, 0] * qz
        cy = ty + o[0, 1] * qx + o[1, 1] * qy + o[2, 1] * qz
        cz = tz + o[0, 2] * qx + o[1, 2] * qy + o[2, 2] * qz
        # B O, row by row.
        f_xx = b_xx * o[0, 0] + b_xy * o[1, 0] + b_xz * o[2, 0]
        f_xy = b_xx * o[0, 1] + b_xy * o[1, 1] + b_xz * o[2, 1]
        f_xz = b_xx * o[0, 2] + b_xy * o[1, 2] + b_xz * o[2, 2]
        f_yx = b_xy * o[0, 0] + b_yy * o[1, 0] + b_yz * o[2, 0]
        f_yy = b_xy * o[0, 1] + b_yy * o[1, 1] + b_yz * o[2, 1]
        f_yz = b_xy * o[0, 2] + b_yy * o[1, 2] + b_yz * o[2, 2]
        f_zx = b_xz * o[0, 0] + b_yz * o[1, 0] + b_zz * o[2, 0]
        f_zy = b_xz * o[0, 1] + b_yz * o[1, 1] + b_zz * o[2, 1]
        f_zz = b_xz * o[0, 2] + b_yz * o[1, 2] + b_zz * o[2, 2]
        matrix[p, 0] += cx * cx * each + kappa * (1.0 - tx * tx) - (o[0, 0] * f_xx + o[1, 0] * f_yx + o[2, 0] * f_zx)
        matrix[p, 1] += cx * cy * each - kappa * tx * ty - (o[0, 0] * f_xy + o[1, 0] * f_yy + o[2, 0] * f_zy)
        matrix[p, 2] += cx * cz * each - kappa * tx * tz - (o[0, 0] * f_xz + o[1, 0] * f_yz + o[2, 0] * f_zz)
        matrix[p, 3] += cy * cy * each + kappa * (1.0 - ty * ty) - (o[0, 1] * f_xy + o[1, 1] * f_yy + o[2, 1] * f_zy)
        matrix[p, 4] += cy * cz * each - kappa * ty * tz - (o[0, 1] * f_xz + o[1, 1] * f_yz + o[2, 1] * f_zz)
        matrix[p, 5] += cz * cz * each + kappa * (1.0 - tz * tz) - (o[0, 2] * f_xz + o[1, 2] * f_yz + o[2, 2] * f_zz)
        right[p, 0] += t0 * tx - (o[0, 0] * vx + o[1, 0] * vy + o[2, 0] * vz)
        right[p, 1] += t0 * ty - (o[0, 1] * vx + o[1, 1] * vy + o[2, 1] * vz)
        right[p, 2] += t0 * tz - (o[0, 2] * vx + o[1, 2] * vy + o[2, 2] * vz)
        h = grand[i]
        if h != 0.0:
            g = parent[p]
            up = coupling[p]
            up[0, 0] += h * (cx * qx * each - f_xx)
            up[0, 1] += h * (cx * qy * each - f_yx)
            up[0, 2] += h * (cx * qz * each - f_zx)
            up[1, 0] += h * (cy * qx * each - f_xy)
            up[1, 1] += h * (cy * qy * each - f_yy)
            up[1, 2] += h * (cy * qz * each - f_zy)
            up[2, 0] += h * (cz * qx * each - f_xz)
            up[2, 1] += h * (cz * qy * each - f_yz)
            up[2, 2] += h * (cz * qz * each - f_zz)
            square = h * h
            matrix[g, 0] += square * (qx * qx * each - b_xx)
            matrix[g, 1] += square * (qx * qy * each - b_xy)
            matrix[g, 2] += square * (qx * qz * each - b_xz)
            matrix[g, 3] += square * (qy * qy * each - b_yy)
            matrix[g, 4] += square * (qy * qz * each - b_yz)
            matrix[g, 5] += square * (qz * qz * each - b_zz)
            right[g, 0] -= h * vx
            right[g, 1] -= h * vy
            right[g, 2] -= h * vz


@loop
def free_root(speed, sums):
    """Solve the top's own three equations where nothing holds it."""
    matrix, right = sums.matrix, sums.right
    xx, xy, xz, yy, yz, zz = matrix[0]
    k_xx, k_xy, k_xz = yy * zz - yz * yz, xz * yz - xy * zz, xy * yz - xz * yy
    over = 1.0 / (xx * k_xx + xy * k_xy + xz * k_xz)
    rx, ry, rz = right[0]
    speed[0, 0] = (k_xx * rx + k_xy * ry + k_xz * rz) * over
    speed[0, 1] = (k_xy * rx + (xx * zz - xz * xz) * ry + (xy * xz - xx * yz) * rz) * over
    speed[0, 2] = (k_xz * rx + (xy * xz - xx * yz) * ry + (xx * yy - xy * xy) * rz) * over


@loop
def substitute(first, rate, least, bends, line, now, sums):
    """Find speed and tension of every link, from the root to the leaves; return how fast the first grows, m/s.

    Where that at `rate` would take a pull under `least`, N, it grows as fast as it is drawn with so much, if at all.
    """
    parent = line.parent
    _, speed, tension = now
    _, right, coupling, grand, inverse, along, turning, _, _, _, _ = sums
    for i in range(first, len(parent)):
        p = parent[i]
        tx, ty, tz = along[i, 4], along[i, 5], along[i, 6]
        ux, uy, uz = speed[p, 0], speed[p, 1], speed[p, 2]
        follows = tx * ux + ty * uy + tz * uz
        wx, wy, wz = right[i, 0], right[i, 1], right[i, 2]
        if bends and (coupling[i, 0, 0] != 0.0 or grand[i] != 0.0):
            o = coupling[i]
            wx -= o[0, 0] * ux + o[0, 1] * uy + o[0, 2] * uz
            wy -= o[1, 0] * ux + o[1, 1] * uy + o[1, 2] * uz
            wz -= o[2, 0] * ux + o[2, 1] * uy + o[2, 2] * uz
            h = grand[i]
            if h != 0.0:
                g = parent[p]
                wx -= h * speed[g, 0]
                wy -= h * speed[g, 1]
                wz -= h * speed[g, 2]
        else:
            kappa = turning[i]
            wx += kappa * (ux - follows * tx)
            wy += kappa * (uy - follows * ty)
            wz += kappa * (uz - follows * tz)
        b = inverse[i]
        sx = b[0] * wx + b[1] * wy + b[2] * wz
        sy = b[1] * wx + b[3] * wy + b[4] * wz
        sz = b[2] * wx + b[4] * wy + b[5] * wz
        grows = rate if i == first else 0.0
        free = tx * sx + ty * sy + tz * sz - follows
        pull = (free - grows) * along[i, 3]
        if i == first and pull < least:
            grows = rate = max(free - least / along[i, 3], 0.0)
            pull = (free - grows) * along[i, 3]
        tension[i] = pull
        speed[i, 0] = sx - pull * along[i, 0]
        speed[i, 1] = sy - pull * along[i, 1]
        speed[i, 2] = sz - pull * along[i, 2]
    return rate
