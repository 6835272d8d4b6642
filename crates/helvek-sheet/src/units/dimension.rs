//! What a quantity measures, whatever its unit.

/// Exponents of length, mass, time and angle. Angle is kept apart so that degrees cannot stand where a bare ratio belongs.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Dimension {
    pub(super) length: i8,
    pub(super) mass: i8,
    pub(super) time: i8,
    pub(super) angle: i8,
}

const fn dimension(length: i8, mass: i8, time: i8, angle: i8) -> Dimension {
    Dimension { length, mass, time, angle }
}

impl Dimension {
    /// A bare ratio.
    pub const NONE: Self = dimension(0, 0, 0, 0);
    /// m
    pub const LENGTH: Self = dimension(1, 0, 0, 0);
    /// kg
    pub const MASS: Self = dimension(0, 1, 0, 0);
    /// s
    pub const TIME: Self = dimension(0, 0, 1, 0);
    /// rad
    pub const ANGLE: Self = dimension(0, 0, 0, 1);
    /// N
    pub const FORCE: Self = dimension(1, 1, -2, 0);
    /// N·m
    pub const MOMENT: Self = dimension(2, 1, -2, 0);
    /// N·m²: EI
    pub const BENDING: Self = dimension(3, 1, -2, 0);
    /// N/m
    pub const FORCE_PER_LENGTH: Self = dimension(0, 1, -2, 0);
    /// kg/m
    pub const MASS_PER_LENGTH: Self = dimension(-1, 1, 0, 0);
    /// Pa
    pub const STRESS: Self = dimension(-1, 1, -2, 0);
    /// m/s²
    pub const ACCELERATION: Self = dimension(1, 0, -2, 0);

    /// With its article, for a message: "a force", "an angle".
    pub fn name(self) -> &'static str {
        match self {
            Self::NONE => "a bare number",
            Self::LENGTH => "a length",
            Self::MASS => "a mass",
            Self::TIME => "a time",
            Self::ANGLE => "an angle",
            Self::FORCE => "a force",
            Self::MOMENT => "a moment",
            Self::BENDING => "a force times a length squared",
            Self::FORCE_PER_LENGTH => "a force per length",
            Self::MASS_PER_LENGTH => "a mass per length",
            Self::STRESS => "a stress",
            Self::ACCELERATION => "an acceleration",
            _ => "a quantity of another kind",
        }
    }

    /// An example of such a quantity in the format, for a cure.
    pub fn example(self) -> &'static str {
        match self {
            Self::LENGTH => "\"2.5 m\"",
            Self::MASS => "\"80 kg\"",
            Self::ANGLE => "\"30 deg\"",
            Self::FORCE => "\"1.2 kN\"",
            Self::MOMENT => "\"36 N·m\"",
            Self::BENDING => "\"8000 kN·m²\"",
            Self::FORCE_PER_LENGTH => "\"0.5 kN/m\"",
            Self::MASS_PER_LENGTH => "\"8 kg/m\"",
            Self::STRESS => "\"250 MPa\"",
            Self::ACCELERATION => "\"9.81 m/s²\"",
            _ => "a number",
        }
    }

    pub(super) fn times(self, other: Self, power: i8) -> Self {
        dimension(
            self.length + power * other.length,
            self.mass + power * other.mass,
            self.time + power * other.time,
            self.angle + power * other.angle,
        )
    }
}
