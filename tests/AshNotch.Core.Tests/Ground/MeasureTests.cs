using AshNotch.Core.Ground;
using FsCheck.Xunit;

namespace AshNotch.Core.Tests.Ground;

public class MeasureTests
{
    // NIST SP 811, appendix B: 1 lb = 0.45359237 kg exactly (source named, value from memory).
    [Fact]
    public void A_pound_is_its_exact_share_of_a_kilogram()
    {
        Assert.Equal(45.359237, Kilograms.FromPounds(100).Value, 12);
        Assert.Equal(100, new Kilograms(45.359237).Pounds, 10);
    }

    [Property]
    public bool Pounds_and_back_is_the_same_weight(byte tens)
    {
        var kilograms = 20 + tens;
        return Math.Abs(Kilograms.FromPounds(new Kilograms(kilograms).Pounds).Value - kilograms) < 1e-9;
    }

    [Theory]
    [InlineData(0)]
    [InlineData(-70)]
    [InlineData(301)]
    [InlineData(double.NaN)]
    [InlineData(double.PositiveInfinity)]
    public void What_is_no_body_weight_does_not_construct(double value) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => new Kilograms(value));

    [Fact]
    public void Belts_climb_by_ones_and_stripes_by_fifths()
    {
        Assert.Equal(1.4, new Belt(BeltColour.Blue, 2).Rung, 12);
        Assert.Equal(new Belt(BeltColour.Black, 4).Rung, new Belt(BeltColour.Black, 7).Rung);
        Assert.True(new Belt(BeltColour.White, 4).Rung < new Belt(BeltColour.Blue).Rung);
        Assert.Throws<ArgumentOutOfRangeException>(() => new Belt(BeltColour.Brown, 5));
        Assert.Throws<ArgumentOutOfRangeException>(() => new Belt(BeltColour.White, -1));
    }

    [Fact]
    public void A_spot_reads_what_it_writes_and_mirrors_back()
    {
        foreach (var spot in GroundMap.Default.Spots)
        {
            Assert.Equal(spot, Spot.Parse(spot.ToString()));
            Assert.Equal(spot, spot.Mirror().Mirror());
        }

        Assert.Equal(new Spot("standing", Role.Even), Spot.Parse("standing"));
        Assert.Throws<FormatException>(() => Spot.Parse("mount:left"));
    }
}
